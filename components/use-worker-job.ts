'use client';

import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { JobMessage } from '@/core/job-message';

export type WorkerJob<Progress, Result> =
  | { state: 'idle' }
  | { state: 'working'; progress: Progress | null }
  | { state: 'stopped'; progress: Progress }
  | { state: 'done'; result: Result }
  | { state: 'fault'; reason: string };

/**
 * Has work done away from the page, one job at a time. Stopping ends the worker and keeps how it stood; discarding forgets that
 * too.
 * @param make the worker, anew for each job; the same function every time
 */
export function useWorkerJob<Request, Progress, Result>(make: () => Worker) {
  const [job, setJob] = useState<WorkerJob<Progress, Result>>({ state: 'idle' });
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const start = useCallback(
    (request: Request) => {
      end();
      setJob({ state: 'working', progress: null });
      const fresh = make();
      worker.current = fresh;
      // One that was ended says no more: what it had on the way, or that its script was not loaded to the end, is not this job.
      const isThis = () => worker.current === fresh;
      fresh.onmessage = ({ data }: MessageEvent<JobMessage<Progress, Result>>) => {
        if (!isThis()) return;
        // Long lists may hang on it: they are drawn in pieces, so that the page answers in between.
        startTransition(() => setJob(stateAfter(data)));
        if (data.kind !== 'progress') end();
      };
      fresh.onerror = () => {
        if (!isThis()) return;
        setJob({ state: 'fault', reason: 'It could not be worked out on this device.' });
        end();
      };
      fresh.postMessage(request);
    },
    [end, make],
  );
  const stop = useCallback(() => {
    end();
    setJob((now) =>
      now.state === 'working' && now.progress !== null
        ? { state: 'stopped', progress: now.progress }
        : { state: 'idle' },
    );
  }, [end]);
  const discard = useCallback(() => {
    end();
    setJob({ state: 'idle' });
  }, [end]);
  return { job, start, stop, discard };
}

function stateAfter<Progress, Result>(message: JobMessage<Progress, Result>): WorkerJob<Progress, Result> {
  if (message.kind === 'progress') return { state: 'working', progress: message.progress };
  return message.kind === 'result'
    ? { state: 'done', result: message.result }
    : { state: 'fault', reason: message.reason };
}
