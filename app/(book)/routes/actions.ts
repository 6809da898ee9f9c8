'use server';

import { z } from 'zod';
import { changing, identifier, typed, version } from '@/app/action';
import * as rearranged from '@/desk/walk/rearranged';
import * as routeOrder from '@/desk/walk/route-order';
import * as routes from '@/desk/walk/routes';
import { typedSheet, writeSheet as write } from '@/desk/walk/typed-sheet';

export const createRoute = changing('plan', routes.createRoute, typed);
export const updateRoute = changing('plan', routes.updateRoute, identifier, version, typed);
export const takeOrder = changing(
  'plan',
  routeOrder.takeOrder,
  identifier,
  version,
  z.array(identifier).min(1).max(5000),
);
export const splitRoute = changing(
  'plan',
  rearranged.splitRoute,
  identifier,
  version,
  z.strictObject({
    code: z.string(),
    keep: z.array(identifier).min(1).max(5000),
    rest: z.array(identifier).min(1).max(5000),
  }),
);
export const mergeRoutes = changing('plan', rearranged.mergeRoutes, identifier, version, identifier);
export const cloneRoute = changing('plan', rearranged.cloneRoute, identifier, typed);
export const writeSheet = changing('write-for-others', write, typedSheet);
