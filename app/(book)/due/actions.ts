'use server';

import { z } from 'zod';
import { changing, identifier, typed } from '@/app/action';
import * as kept from '@/desk/ahead/kept-plan';
import * as trial from '@/desk/bulk/apply-what-if';
import * as rearranged from '@/desk/walk/rearranged';

export const applyWhatIf = changing(trial.applyWhatIf, typed);
export const moveStops = changing(rearranged.moveStops, rearranged.stopsToMove);
export const keepPlan = changing(kept.keepPlan, kept.planToKeep);
export const forgetPlan = changing(kept.forgetPlan, z.array(identifier).min(1).max(12_000));
