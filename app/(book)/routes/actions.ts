'use server';

import { changing, identifier, typed, version } from '@/app/action';
import * as routes from '@/desk/walk/routes';

export const createRoute = changing(routes.createRoute, typed);
export const updateRoute = changing(routes.updateRoute, identifier, version, typed);
