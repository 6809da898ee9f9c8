'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { OrderProgress, RouteOrder } from '@/core/route/order';
import type { OrderMessage } from '@/workers/route-order.worker';

export type Search =
  | { state: 'idle' }
  | { state: 'working'; progress: OrderProgress | null }
  | { state: 'stopped'; progress: OrderProgress }
  | { state: 'done'; result: RouteOrder }
  | { state: 'fault'; reason: string };

/** Searches an order in a web worker, one at a time. Stopping ends the worker and keeps the best so far. */
export function useOrder() {
  const [search, setSearch] = useState<Search>({ state: 'idle' });
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const start = useCallback(
    (input: unknown) => {
      end();
      setSearch({ state: 'working', progress: null });
      const fresh = new Worker(new URL('../../../../../workers/route-order.worker.ts', import.meta.url), {
        type: 'module',
      });
      worker.current = fresh;
      fresh.onmessage = ({ data }: MessageEvent<OrderMessage>) => {
        if (data.kind === 'progress') return setSearch({ state: 'working', progress: data.progress });
        setSearch(
          data.kind === 'result' ? { state: 'done', result: data.result } : { state: 'fault', reason: data.reason },
        );
        end();
      };
      fresh.onerror = () => {
        setSearch({ state: 'fault', reason: 'It could not be worked out on this device.' });
        end();
      };
      fresh.postMessage(input);
    },
    [end],
  );
  const stop = useCallback(() => {
    end();
    setSearch((now) =>
      now.state === 'working' && now.progress ? { state: 'stopped', progress: now.progress } : { state: 'idle' },
    );
  }, [end]);
  return { search, start, stop };
}
