import type { JobMessage } from '@/core/job-message';
import { levelInput } from '@/core/weeks/input';
import { type WeekPlan, planLevel } from '@/core/weeks/level';

type LevelMessage = JobMessage<number, WeekPlan>;

/** Levels weeks away from the page. Cancelling is ending the worker. */
self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const say = (message: LevelMessage) => self.postMessage(message);
  try {
    const outcome = await planLevel.compute(levelInput.parse(data), {
      report: (share) => say({ kind: 'progress', progress: share }),
    });
    say(outcome.ok ? { kind: 'result', result: outcome.result } : { kind: 'fault', reason: outcome.reason });
  } catch (error) {
    say({ kind: 'fault', reason: error instanceof Error ? error.message : 'It could not be worked out.' });
  }
};
