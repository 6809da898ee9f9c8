import type { JobMessage } from '@/core/job-message';
import { levelInput } from '@/core/weeks/input';
import { type WeekPlan, planLevel } from '@/core/weeks/level';
import type { Solver } from '@/core/weeks/programme';

type LevelMessage = JobMessage<number, WeekPlan>;
type LoadSolver = (options: { locateFile: (file: string) => string }) => Promise<Solver>;

/** The solver, where the device can run it; without it the search alone decides. */
async function solver(): Promise<Solver | undefined> {
  try {
    const address = `${self.location.origin}/solver/`;
    const { default: load } = (await import(
      /* webpackIgnore: true */ /* turbopackIgnore: true */ `${address}highs.mjs`
    )) as {
      default: LoadSolver;
    };
    return await load({ locateFile: (file) => address + file });
  } catch {
    return undefined;
  }
}

/** Levels weeks away from the page. Cancelling is ending the worker. */
self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const say = (message: LevelMessage) => self.postMessage(message);
  try {
    const found = await solver();
    const outcome = await planLevel.compute(levelInput.parse(data), {
      report: (share) => say({ kind: 'progress', progress: share }),
      ...(found && { solver: found }),
    });
    say(outcome.ok ? { kind: 'result', result: outcome.result } : { kind: 'fault', reason: outcome.reason });
  } catch (error) {
    say({ kind: 'fault', reason: error instanceof Error ? error.message : 'It could not be worked out.' });
  }
};
