'use client';

import { useWorkerJob } from '@/components/use-worker-job';
import type { OrderProgress, RouteOrder } from '@/core/route/order';

const makeWorker = () =>
  new Worker(new URL('../../../../../workers/route-order.worker.ts', import.meta.url), { type: 'module' });

/** Searches an order in a web worker. */
export const useOrder = () => useWorkerJob<unknown, OrderProgress, RouteOrder>(makeWorker);
