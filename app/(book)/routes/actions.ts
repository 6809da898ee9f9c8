'use server';

import { z } from 'zod';
import { changing, identifier, typed, version } from '@/app/action';
import * as routeOrder from '@/desk/walk/route-order';
import * as routes from '@/desk/walk/routes';

export const createRoute = changing(routes.createRoute, typed);
export const updateRoute = changing(routes.updateRoute, identifier, version, typed);
export const takeOrder = changing(routeOrder.takeOrder, identifier, version, z.array(identifier).min(1).max(5000));
