'use client';

import { type WorkerJob, useWorkerJob } from '@/components/use-worker-job';
import type { TrialResult } from '@/core/interval/what-if';
import type { TrialRequest } from '@/workers/what-if.worker';

export type Trial = WorkerJob<number, TrialResult>;
const makeWorker = () =>
  new Worker(new URL('../../../../workers/what-if.worker.ts', import.meta.url), { type: 'module' });

/** Works trials out in a web worker. */
export const useTrial = () => useWorkerJob<TrialRequest, number, TrialResult>(makeWorker);
