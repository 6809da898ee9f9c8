import { type Horizon, clocksOf } from '@/core/interval/outlook';
import type { JobMessage } from '@/core/job-message';
import { type TrialResult, type TrialTask, type WhatIfChange, whatIf } from '@/core/interval/what-if';
import type { DutyPlan } from '@/core/meter/duty';
import type { PlantCalendar } from '@/core/time/plant-day';

/** A trial as the page hands it over: plain data only. */
export type TrialRequest = {
  tasks: TrialTask[];
  chosen: string[];
  change: WhatIfChange;
  minutesPerWeek: number;
  horizon: Omit<Horizon, 'clockOf'>;
  dutyPlans: Record<string, DutyPlan>;
  calendar: PlantCalendar;
};
type TrialMessage = JobMessage<number, TrialResult>;

/** Works a trial out away from the page. Cancelling is ending the worker: nothing it holds is needed any more. */
self.onmessage = ({ data }: MessageEvent<TrialRequest>) => {
  const say = (message: TrialMessage) => self.postMessage(message);
  try {
    const { tasks, chosen, change, minutesPerWeek, horizon, dutyPlans, calendar } = data;
    const result = whatIf(
      tasks,
      new Set(chosen),
      change,
      { ...horizon, clockOf: clocksOf(dutyPlans, calendar) },
      minutesPerWeek,
      { report: (share) => say({ kind: 'progress', progress: share }) },
    );
    say(result ? { kind: 'result', result } : { kind: 'fault', reason: 'It was stopped.' });
  } catch (error) {
    say({ kind: 'fault', reason: error instanceof Error ? error.message : 'It could not be worked out.' });
  }
};
