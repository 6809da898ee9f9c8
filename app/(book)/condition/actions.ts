'use server';

import { z } from 'zod';
import { asking, changing, identifier, typed } from '@/app/action';
import * as observations from '@/desk/bulk/observations-file';
import * as ownSigns from '@/desk/own-signs';

const signRow = z.strictObject({ what: z.string().max(40), row: z.string().max(200) });

export const saveOwnSign = changing('plan', ownSigns.saveOwnSign, identifier.nullable(), signRow, typed);

export const planObservations = asking('import', observations.planObservations, typed);
export const takeObservations = changing('import', observations.takeObservations, typed);
