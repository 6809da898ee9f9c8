'use server';

import { changing, typed } from '@/app/action';
import * as trial from '@/desk/bulk/apply-what-if';

export const applyWhatIf = changing(trial.applyWhatIf, typed);
