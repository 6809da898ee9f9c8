'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { TrialResult } from '@/core/interval/what-if';
import type { TrialMessage, TrialRequest } from '@/workers/what-if.worker';

export type Trial =
  | { state: 'idle' }
  | { state: 'working'; share: number }
  | { state: 'done'; result: TrialResult }
  | { state: 'fault'; reason: string };

/** Works trials out in a web worker, one at a time; cancelling ends the worker. */
export function useTrial() {
  const [trial, setTrial] = useState<Trial>({ state: 'idle' });
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);

  const start = useCallback(
    (request: TrialRequest) => {
      end();
      setTrial({ state: 'working', share: 0 });
      const fresh = new Worker(new URL('../../../../workers/what-if.worker.ts', import.meta.url), { type: 'module' });
      worker.current = fresh;
      fresh.onmessage = ({ data }: MessageEvent<TrialMessage>) => {
        if (data.kind === 'progress') return setTrial({ state: 'working', share: data.share });
        setTrial(
          data.kind === 'result' ? { state: 'done', result: data.result } : { state: 'fault', reason: data.reason },
        );
        end();
      };
      fresh.onerror = () => {
        setTrial({ state: 'fault', reason: 'It could not be worked out on this device.' });
        end();
      };
      fresh.postMessage(request);
    },
    [end],
  );

  const discard = useCallback(() => {
    end();
    setTrial({ state: 'idle' });
  }, [end]);
  return { trial, start, discard };
}
