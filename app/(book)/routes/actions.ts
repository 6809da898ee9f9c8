'use server';

import { revalidatePath } from 'next/cache';
import { createRoute, updateRoute } from '../../../desk/plan/routes';
import { startRound } from '../../../desk/walk/rounds';
import { act } from '../../server';

export async function saveNewRoute(values: unknown) {
  const result = await act((desk) => createRoute(desk, values));
  if (result.ok) revalidatePath('/', 'layout');
  return result;
}

export async function saveRoute(id: string, version: number, values: unknown) {
  const result = await act((desk) => updateRoute(desk, id, version, values));
  if (result.ok) revalidatePath('/', 'layout');
  return result;
}

export const beginRound = async (routeId: string, scope: 'due' | 'all') => act((desk) => startRound(desk, routeId, scope));
