'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { WeekPlan } from '@/core/weeks/level';
import type { LevelMessage } from '@/workers/level.worker';

export type Levelled =
  | { state: 'idle' }
  | { state: 'working'; share: number }
  | { state: 'done'; result: WeekPlan }
  | { state: 'fault'; reason: string };

/** Levels weeks in a web worker, one plan at a time; stopping ends the worker. */
export function useLevelled() {
  const [levelled, setLevelled] = useState<Levelled>({ state: 'idle' });
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const start = useCallback(
    (input: unknown) => {
      end();
      setLevelled({ state: 'working', share: 0 });
      const fresh = new Worker(new URL('../../../../workers/level.worker.ts', import.meta.url), { type: 'module' });
      worker.current = fresh;
      fresh.onmessage = ({ data }: MessageEvent<LevelMessage>) => {
        if (data.kind === 'progress') return setLevelled({ state: 'working', share: data.share });
        setLevelled(
          data.kind === 'result' ? { state: 'done', result: data.result } : { state: 'fault', reason: data.reason },
        );
        end();
      };
      fresh.onerror = () => {
        setLevelled({ state: 'fault', reason: 'It could not be worked out on this device.' });
        end();
      };
      fresh.postMessage(input);
    },
    [end],
  );
  const stop = useCallback(() => {
    end();
    setLevelled({ state: 'idle' });
  }, [end]);
  return { levelled, start, stop };
}
