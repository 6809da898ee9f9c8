'use server';

import { z } from 'zod';
import { changing, identifier, typed } from '@/app/action';
import { whence } from '@/app/session';
import * as feeds from '@/desk/people/calendar-feeds';
import * as pins from '@/desk/people/pins';
import * as own from '@/desk/people/own-sign-in';

export const changePassword = changing(
  'own',
  async (desk, form: unknown) => own.changePassword(desk, form, await whence()),
  typed,
);
export const endOwnSession = changing('own', own.endOwnSession, identifier);
export const choosePin = changing(
  'own',
  async (desk, { pin }: { pin: string }) => pins.choosePin(desk, pin, await whence()),
  z.strictObject({ pin: z.string().max(40) }),
);
export const addFeed = changing('own', feeds.addFeed);
export const endFeed = changing('own', feeds.endFeed, identifier);
