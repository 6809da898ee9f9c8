'use server';

import { z } from 'zod';
import { changing, identifier, typed } from '@/app/action';
import * as ownSigns from '@/desk/own-signs';

const signRow = z.strictObject({ what: z.string().max(40), row: z.string().max(200) });

export const saveOwnSign = changing(ownSigns.saveOwnSign, identifier.nullable(), signRow, typed);
