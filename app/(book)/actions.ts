'use server';

import { z } from 'zod';
import { changing, identifier, version } from '@/app/action';
import * as inUse from '@/desk/register/in-use';

export const setInUse = changing(
  'take-out',
  inUse.setInUse,
  z.enum(inUse.retirables),
  identifier,
  version,
  z.boolean(),
);
