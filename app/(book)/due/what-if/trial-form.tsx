'use client';

import { useRouter } from 'next/navigation';
import { useId, useMemo, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted, number, quantityOf } from '@/components/words';
import type { TrialResult, WhatIfChange } from '@/core/interval/what-if';
import { addDays } from '@/core/time/plant-day';
import { parseQuantity } from '@/core/units/parse-quantity';
import { PointPicker } from '@/app/(book)/plant/many/point-picker';
import { applyWhatIf } from '../actions';
import { usePlan } from './use-plan';
import { useTrial } from './use-trial';

type Typed = { duty: string; warmer: string; interval: string; minutes: string };
const untouched: Typed = { duty: '100', warmer: '0', interval: '100', minutes: '2400' };
const fields: { key: keyof Typed; label: string; unit: string; hint: string; min: number; max: number }[] = [
  { key: 'duty', label: 'Hours run', unit: '%', hint: '150: half as long again each day', min: 1, max: 2000 },
  {
    key: 'warmer',
    label: 'Warmer by',
    unit: 'K',
    hint: 'Oils halve every 10 K, bearings by their formula; below zero is colder',
    min: -100,
    max: 100,
  },
  { key: 'interval', label: 'Intervals', unit: '%', hint: '80: a fifth shorter', min: 1, max: 2000 },
  {
    key: 'minutes',
    label: 'Time for lubrication',
    unit: 'min a week',
    hint: 'What does not fit misses its window',
    min: 1,
    max: 100_000,
  },
];

/** Reads what was typed; null and words where a number cannot be read. */
function readTyped(
  typed: Typed,
): { values: Record<keyof Typed, number> } | { problems: Partial<Record<keyof Typed, string>> } {
  const problems: Partial<Record<keyof Typed, string>> = {};
  const values = { ...untouched } as unknown as Record<keyof Typed, number>;
  for (const { key, min, max, unit } of fields) {
    const negative = typed[key].trim().match(/^[-−]/);
    const parsed = parseQuantity(typed[key].trim().replace(/^[-−]\s*/, ''), 'number');
    if (!parsed.ok) {
      problems[key] = parsed.reason;
      continue;
    }
    values[key] = negative ? -parsed.value : parsed.value;
    if (values[key] < min || values[key] > max) problems[key] = `Between ${min} and ${max} ${unit}.`;
  }
  return Object.keys(problems).length > 0 ? { problems } : { values };
}

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
  const { trial, start, discard } = useTrial();

  const choices = useMemo(
    () =>
      work?.tasks.map(({ taskId, label, title, pointName, machine, area, kind }) => ({
        id: taskId,
        label,
        name: `${title}, ${pointName}`,
        machine,
        area,
        kind,
      })) ?? [],
    [work],
  );
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
    const { duty, warmer, interval, minutes } = read.values;
    const change: WhatIfChange = {
      ...(duty !== 100 && { dutyFactor: duty / 100 }),
      ...(warmer !== 0 && { warmerK: warmer }),
      ...(interval !== 100 && { intervalFactor: interval / 100 }),
    };
    if (Object.keys(change).length === 0) return say('Change at least one of the numbers.');
    setTried({ change, taskIds: picked });
    setSaid('');
    start({
      tasks: work.tasks,
      chosen: picked,
      change,
      minutesPerWeek: minutes,
      horizon: { today: work.today, untilOn: addDays(work.today, 364) },
      dutyPlans: work.dutyPlans,
      calendar: work.calendar,
    });
    return undefined;
  };
  const apply = async () => {
    const answer = await send(() => applyWhatIf({ ...tried, reason: why }));
    if (!answer.ok) return;
    const { restaged, overruled, warmed, machines } = answer.value;
    forget();
    setSaid(
      `Applied: ${[restaged > 0 && `${counted(restaged, 'interval')} changed`, overruled > 0 && `${counted(overruled, 'computed interval')} overruled`, warmed > 0 && `${counted(warmed, 'temperature')} changed`, machines > 0 && `planned hours of ${counted(machines, 'machine')}`].filter(Boolean).join(', ') || 'nothing that the plan holds'}.`,
    );
    again();
    router.refresh();
  };

  if (!work)
    return away ? (
      <div className="mt-6">
        <FormProblem reason={away} />
      </div>
    ) : (
      <p className="mt-6" role="status">
        Loading the plan … <progress className="accent-ink" value={share} aria-label="Loaded" />
      </p>
    );
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
        <div className="mt-3 grid gap-4 sm:grid-cols-2">
          {fields.map(({ key, label, unit, hint }) => (
            <label key={key} className="block">
              <span className="mb-1 block font-medium">{label}</span>
              <span className="flex items-center gap-2">
                <input
                  className="field max-w-32 text-right"
                  inputMode="decimal"
                  autoComplete="off"
                  value={typed[key]}
                  aria-invalid={problems[key] ? true : undefined}
                  onChange={(event) => {
                    setTyped({ ...typed, [key]: event.target.value });
                    forget();
                  }}
                />
                <span className="caption">{unit}</span>
              </span>
              {problems[key] ? (
                <span className="mt-1 block border-l-4 border-ink pl-2 text-sm">✗ {problems[key]}</span>
              ) : (
                <span className="caption">{hint}</span>
              )}
            </label>
          ))}
        </div>
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
        {trial.state === 'working' && (
          <p className="mt-3">
            <progress className="w-full accent-ink" value={trial.share} aria-label="Worked out" />{' '}
            {number(trial.share * 100, 0)} %
          </p>
        )}
        {trial.state === 'fault' && (
          <div className="mt-3">
            <FormProblem reason={trial.reason} />
          </div>
        )}
        <p role="status" className="mt-2">
          {said}
        </p>
        {trial.state === 'done' && tried && (
          <>
            <Comparison result={trial.result} />
            <label className="mt-4 block">
              <span className="mb-1 block font-medium">Why it becomes the plan</span>
              <textarea className="field" rows={2} value={why} onChange={(event) => setWhy(event.target.value)} />
            </label>
            <p className="mt-3 flex gap-3">
              <button type="button" className="button" disabled={busy} onClick={() => void apply()}>
                Apply to {counted(tried.taskIds.length, 'task')}
              </button>
              <button
                type="button"
                className="button button-quiet"
                onClick={() => {
                  forget();
                  setSaid('Discarded. Nothing was changed.');
                }}
              >
                Discard
              </button>
            </p>
            <p className="caption mt-2">
              Hours that a meter measures stay as measured; the planned hours change. Computed intervals are overruled
              with your reason, what was computed stays beside them.
            </p>
          </>
        )}
      </section>
    </div>
  );
}

/** The year before and after, side by side. */
function Comparison({ result: { before, after, refused } }: { result: TrialResult }) {
  const rows: [string, string, string][] = [
    ['Services', number(before.services, 0), number(after.services, 0)],
    ['Work', `${number(before.minutes / 60, 0)} h`, `${number(after.minutes / 60, 0)} h`],
    ['Busiest week', `${number(before.busiestWeek / 60)} h`, `${number(after.busiestWeek / 60)} h`],
    ['Missed windows', number(before.missed, 0), number(after.missed, 0)],
    ...[...new Set([...Object.keys(before.lubricants), ...Object.keys(after.lubricants)])]
      .sort()
      .map((code): [string, string, string] => {
        const words = (sum: typeof before) =>
          quantityOf(sum.lubricants[code]?.amount ?? 0, (before.lubricants[code] ?? after.lubricants[code])!.unit);
        return [code, words(before), words(after)];
      }),
  ];
  return (
    <>
      <table className="mt-4 w-full max-w-md">
        <caption className="text-left font-medium">The year’s work</caption>
        <thead>
          <tr className="rule-b">
            <th scope="col" className="py-1">
              <span className="sr-only">What</span>
            </th>
            <th scope="col" className="text-right">
              As it is
            </th>
            <th scope="col" className="text-right">
              What if
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, was, becomes]) => (
            <tr key={what} className="rule-b">
              <th scope="row" className="py-1 font-normal">
                {what}
              </th>
              <td className="text-right">{was}</td>
              <td className={`text-right ${was === becomes ? 'text-muted' : 'font-semibold'}`}>{becomes}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {refused.length > 0 && (
        <p className="mt-2 border-l-4 border-ink pl-3">
          {counted(refused.length, 'task')} cannot follow: {refused[0]!.reason}
        </p>
      )}
    </>
  );
}
