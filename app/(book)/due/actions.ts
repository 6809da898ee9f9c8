'use server';

import { applyWhatIf } from '@/desk/bulk/apply-what-if';
import { change } from '@/app/changes';

export const applyTrial = async (values: unknown) => change((desk) => applyWhatIf(desk, values));
