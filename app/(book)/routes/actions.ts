'use server';

import { createRoute, updateRoute } from '@/desk/plan/routes';
import { startRound } from '@/desk/walk/rounds';
import { change } from '@/app/changes';
import { act } from '@/app/server';

export const saveNewRoute = async (values: unknown) => change((desk) => createRoute(desk, values));
export const saveRoute = async (id: string, version: number, values: unknown) =>
  change((desk) => updateRoute(desk, id, version, values));
export const beginRound = async (routeId: string, scope: 'due' | 'all') =>
  act((desk) => startRound(desk, routeId, scope));
