'use client';

import { useRouter } from 'next/navigation';
import { useId, useMemo, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted, number } from '@/components/words';
import type { WhatIfChange } from '@/core/interval/what-if';
import { addDays } from '@/core/time/plant-day';
import type { WhatIfApplied } from '@/desk/bulk/apply-what-if';
import type { Planned } from '@/desk/ahead/planned';
import { type PointChoice, PointPicker } from '@/app/(book)/plant/many/point-picker';
import { applyWhatIf } from '../actions';
import { ChangeFields, type Typed, readTyped, untouched } from './change-fields';
import { Outcome } from './outcome';
import { usePlan } from './use-plan';
import { useTrial } from './use-trial';

/** What differs from the plan as it is. */
const changeOf = ({ duty, warmer, interval }: Record<keyof Typed, number>): WhatIfChange => ({
  ...(duty !== 100 && { dutyFactor: duty / 100 }),
  ...(warmer !== 0 && { warmerK: warmer }),
  ...(interval !== 100 && { intervalFactor: interval / 100 }),
});

const appliedWords = ({ restaged, overruled, warmed, machines }: WhatIfApplied): string =>
  `Applied: ${
    [
      restaged > 0 && `${counted(restaged, 'interval')} changed`,
      overruled > 0 && `${counted(overruled, 'computed interval')} overruled`,
      warmed > 0 && `${counted(warmed, 'temperature')} changed`,
      machines > 0 && `planned hours of ${counted(machines, 'machine')}`,
    ]
      .filter(Boolean)
      .join(', ') || 'nothing that the plan holds'
  }.`;

const choicesOf = (tasks: readonly Planned[]): PointChoice[] =>
  tasks.map(({ taskId, label, title, pointName, machine, area, kind }) => ({
    id: taskId,
    label,
    name: `${title}, ${pointName}`,
    machine,
    area,
    kind,
  }));

export function TrialForm() {
  const base = useId();
  const router = useRouter();
  const { work, share, reason: away, again } = usePlan();
  const [picked, setPicked] = useState<string[]>([]);
  const [typed, setTyped] = useState<Typed>(untouched);
  const [problems, setProblems] = useState<Partial<Record<keyof Typed, string>>>({});
  const [tried, setTried] = useState<{ change: WhatIfChange; taskIds: string[] } | null>(null);
  const [why, setWhy] = useState('');
  const { busy, reason, send, say } = useMutation();
  const [said, setSaid] = useState('');
  const { job: trial, start, discard } = useTrial();

  const choices = useMemo(() => choicesOf(work?.tasks ?? []), [work]);
  const forget = () => {
    discard();
    setTried(null);
    setSaid('');
  };

  const tryIt = () => {
    const read = readTyped(typed);
    setProblems('problems' in read ? read.problems : {});
    say(picked.length === 0 ? 'Pick at least one task.' : null);
    if ('problems' in read || picked.length === 0 || !work) return;
    const change = changeOf(read.values);
    if (Object.keys(change).length === 0) return say('Change at least one of the numbers.');
    setTried({ change, taskIds: picked });
    setSaid('');
    start({
      tasks: work.tasks,
      chosen: picked,
      change,
      minutesPerWeek: read.values.minutes,
      horizon: { today: work.today, untilOn: addDays(work.today, 364) },
      dutyPlans: work.dutyPlans,
      calendar: work.calendar,
    });
    return undefined;
  };
  const apply = async () => {
    const answer = await send(() => applyWhatIf({ ...tried, reason: why }));
    if (!answer.ok) return;
    forget();
    setSaid(appliedWords(answer.value));
    again();
    router.refresh();
  };

  if (!work) return <Loading share={share} away={away} />;
  return (
    <div className="mt-6 gap-10 lg:grid lg:grid-cols-2">
      <PointPicker
        title="Pick tasks"
        one="task"
        choices={choices}
        picked={picked}
        onPick={(ids) => {
          setPicked(ids);
          forget();
        }}
      />
      <section aria-labelledby={`${base}-change`} className="max-lg:mt-8">
        <h2 id={`${base}-change`} className="text-xl">
          What changes
        </h2>
        <ChangeFields
          typed={typed}
          problems={problems}
          onType={(next) => {
            setTyped(next);
            forget();
          }}
        />
        <div className="mt-3">
          <FormProblem reason={reason} />
        </div>
        <p className="mt-4 flex gap-3">
          {trial.state === 'working' ? (
            <button type="button" className="button" onClick={forget}>
              Cancel
            </button>
          ) : (
            <button type="button" className="button button-first" onClick={tryIt}>
              Try it
            </button>
          )}
        </p>
        {trial.state === 'working' && <WorkedOut share={trial.progress ?? 0} />}
        {trial.state === 'fault' && (
          <div className="mt-3">
            <FormProblem reason={trial.reason} />
          </div>
        )}
        <p role="status" className="mt-2">
          {said}
        </p>
        {trial.state === 'done' && tried && (
          <Outcome
            result={trial.result}
            tasks={tried.taskIds.length}
            {...{ why, busy }}
            onWhy={setWhy}
            onApply={() => void apply()}
            onDiscard={() => {
              forget();
              setSaid('Discarded. Nothing was changed.');
            }}
          />
        )}
      </section>
    </div>
  );
}

const WorkedOut = ({ share }: { share: number }) => (
  <p className="mt-3">
    <progress className="w-full accent-ink" value={share} aria-label="Worked out" /> {number(share * 100, 0)} %
  </p>
);

/** Until the plan has come, how much of it has; or why it does not. */
const Loading = ({ share, away }: { share: number; away: string | null }) =>
  away ? (
    <div className="mt-6">
      <FormProblem reason={away} />
    </div>
  ) : (
    <p className="mt-6" role="status">
      Loading the plan … <progress className="accent-ink" value={share} aria-label="Loaded" />
    </p>
  );
