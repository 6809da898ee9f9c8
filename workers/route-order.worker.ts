import type { JobMessage } from '@/core/job-message';
import { routeInput } from '@/core/route/input';
import { type OrderProgress, type RouteOrder, orderSteps } from '@/core/route/order';
import { walkingOf } from '@/core/route/walking';

type OrderMessage = JobMessage<OrderProgress, RouteOrder>;

/** So often a page hears how it stands, in milliseconds: more would only keep it drawing. */
const tellEvery = 150;

/** Works an order out away from the page. Cancelling is ending the worker. */
self.onmessage = ({ data }: MessageEvent<unknown>) => {
  const say = (message: OrderMessage) => self.postMessage(message);
  try {
    const input = routeInput.parse(data);
    const walking = walkingOf(input);
    if ('ok' in walking) return say({ kind: 'fault', reason: walking.reason });
    const steps = orderSteps(input, walking);
    let told = 0;
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (performance.now() - told < tellEvery) continue;
      told = performance.now();
      say({ kind: 'progress', progress: step.value });
    }
    say(step.value.ok ? { kind: 'result', result: step.value.result } : { kind: 'fault', reason: step.value.reason });
  } catch (error) {
    say({ kind: 'fault', reason: error instanceof Error ? error.message : 'It could not be worked out.' });
  }
};
