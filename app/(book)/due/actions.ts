'use server';

import { z } from 'zod';
import { changing, identifier, typed } from '@/app/action';
import * as kept from '@/desk/ahead/kept-plan';
import * as trial from '@/desk/bulk/apply-what-if';
import * as rearranged from '@/desk/walk/rearranged';

export const applyWhatIf = changing('plan', trial.applyWhatIf, typed);
export const moveStops = changing('plan', rearranged.moveStops, rearranged.stopsToMove);
export const keepPlan = changing('plan', kept.keepPlan, kept.planToKeep);
export const forgetPlan = changing('plan', kept.forgetPlan, z.array(identifier).min(1).max(12_000));
