import { levelInput } from '@/core/weeks/input';
import { type WeekPlan, planLevel } from '@/core/weeks/level';

/** What a page hands over: the input of `plan.level`, as anybody may post it. */
export type LevelMessage =
  { kind: 'progress'; share: number } | { kind: 'result'; result: WeekPlan } | { kind: 'fault'; reason: string };

/** Levels weeks away from the page. Cancelling is ending the worker. */
self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const say = (message: LevelMessage) => self.postMessage(message);
  try {
    const outcome = await planLevel.compute(levelInput.parse(data), {
      report: (share) => say({ kind: 'progress', share }),
    });
    say(outcome.ok ? { kind: 'result', result: outcome.result } : { kind: 'fault', reason: outcome.reason });
  } catch (error) {
    say({ kind: 'fault', reason: error instanceof Error ? error.message : 'It could not be worked out.' });
  }
};
