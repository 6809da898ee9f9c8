'use client';

import { useWorkerJob } from '@/components/use-worker-job';
import type { WeekPlan } from '@/core/weeks/level';

const makeWorker = () =>
  new Worker(new URL('../../../../workers/level.worker.ts', import.meta.url), { type: 'module' });

/** Levels weeks in a web worker. */
export const useLevelled = () => useWorkerJob<unknown, number, WeekPlan>(makeWorker);
