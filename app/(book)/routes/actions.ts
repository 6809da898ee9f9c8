'use server';

import { createRoute, updateRoute } from '@/desk/walk/routes';
import { change } from '@/app/changes';

export const saveNewRoute = async (values: unknown) => change((desk) => createRoute(desk, values));
export const saveRoute = async (id: string, version: number, values: unknown) =>
  change((desk) => updateRoute(desk, id, version, values));
