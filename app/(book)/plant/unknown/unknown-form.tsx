'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useId, useState } from 'react';
import { DayInput } from '@/components/ui/day-input';
import { FormProblem } from '@/components/ui/notice';
import { writeNow } from '@/components/use-outbox';
import { counted } from '@/components/words';
import { isPlantDay } from '@/core/time/plant-day';
import { parseQuantity } from '@/core/units/parse-quantity';

type Task = {
  taskId: string;
  title: string;
  label: string;
  pointName: string;
  machine: string;
  machineId: string;
  pointId: string;
  href: string;
};
type Basis = 'done-on' | 'at-hours' | 'start-today' | 'next-round';

const ways: Record<Basis, string> = {
  'done-on': 'Done on …',
  'at-hours': 'Done at … hours',
  'start-today': 'Start counting today',
  'next-round': 'Do it on the next round',
};

export function UnknownForm({ tasks, personId, today }: { tasks: Task[]; personId: string; today: string }) {
  const router = useRouter();
  const id = useId();
  const [ticked, setTicked] = useState<string[]>([]);
  const [basis, setBasis] = useState<Basis>('done-on');
  const [on, setOn] = useState('');
  const [hours, setHours] = useState('');
  const [reason, setReason] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const machines = [...new Set(tasks.map(({ machine }) => machine))];
  const toggle = (ids: string[], tick: boolean) =>
    setTicked((before) => [...before.filter((each) => !ids.includes(each)), ...(tick ? ids : [])]);

  const write = async () => {
    setReason(null);
    setSaid('');
    const chosen = tasks.filter(({ taskId }) => ticked.includes(taskId));
    const value = parseQuantity(hours, 'hours');
    if (chosen.length === 0) return setReason('Tick at least one task.');
    if (basis === 'done-on' && !isPlantDay(on))
      return setReason(
        on === '' ? 'Choose the day on which it was last done.' : `${on} is no day. Write it as 24 Nov 2026.`,
      );
    if (basis === 'done-on' && on > today) return setReason('This day has not come yet.');
    if (basis === 'at-hours' && !(value.ok && value.value >= 0))
      return setReason(value.ok ? 'Hours cannot be negative.' : value.reason);
    let waiting = 0;
    for (const { taskId, machineId, pointId } of chosen) {
      const answer = await writeNow({
        kind: 'commissioning',
        personId,
        machineId,
        pointId,
        taskIds: [taskId],
        body: {
          basis,
          ...(basis === 'done-on' && { on }),
          ...(basis === 'at-hours' && value.ok && { hours: value.value, typed: { hours } }),
        },
      });
      if (answer.state === 'refused') return setReason(answer.reason);
      if (answer.state === 'waiting') waiting += 1;
    }
    setTicked([]);
    setSaid(
      waiting > 0
        ? `${counted(waiting, 'entry', 'entries')} kept on this device, sent when there is a connection.`
        : `${counted(chosen.length, 'task')} written.`,
    );
    router.refresh();
  };

  return (
    <div className="mt-6 gap-10 lg:grid lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
      <div>
        {machines.map((machine) => (
          <MachineTasks
            key={machine}
            machine={machine}
            tasks={tasks.filter((task) => task.machine === machine)}
            ticked={ticked}
            onTick={toggle}
          />
        ))}
      </div>
      <section
        aria-labelledby={`${id}-ways`}
        className="content-start lg:sticky lg:top-6 lg:self-start lg:border-l lg:border-rule lg:pl-8"
      >
        <h2 id={`${id}-ways`} className="text-xl">
          What is known <span className="caption font-normal">{counted(ticked.length, 'task')} ticked</span>
        </h2>
        <WhatIsKnown
          name={`${id}-basis`}
          {...{ basis, on, hours }}
          onBasis={setBasis}
          onDay={setOn}
          onHours={setHours}
        />
        <div className="mt-4 grid gap-3">
          <FormProblem reason={reason} />
          <button type="button" className="button button-first justify-self-start" onClick={() => void write()}>
            Write for {counted(ticked.length, 'task')}
          </button>
          <p role="status">{said}</p>
        </div>
      </section>
    </div>
  );
}

/** The tasks of one machine, all to be ticked at once or each by itself. */
function MachineTasks({
  machine,
  tasks,
  ticked,
  onTick,
}: {
  machine: string;
  tasks: readonly Task[];
  ticked: readonly string[];
  onTick: (ids: string[], tick: boolean) => void;
}) {
  const all = tasks.every(({ taskId }) => ticked.includes(taskId));
  return (
    <fieldset className="mb-6">
      <legend className="text-lg font-semibold">{machine}</legend>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-ink"
          checked={all}
          onChange={(event) =>
            onTick(
              tasks.map(({ taskId }) => taskId),
              event.target.checked,
            )
          }
        />
        All {tasks.length} of this machine
      </label>
      {tasks.map(({ taskId, label, title, pointName, href }) => (
        <div key={taskId} className="rule-t flex items-center gap-3 pl-6">
          <label className="flex min-h-11 grow items-center gap-3">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={ticked.includes(taskId)}
              onChange={(event) => onTick([taskId], event.target.checked)}
            />
            <span>
              <strong>{label}</strong> {title} <span className="text-muted">{pointName}</span>
            </span>
          </label>
          <Link href={href} className="text-sm">
            Open<span className="sr-only"> {label}</span>
          </Link>
        </div>
      ))}
    </fieldset>
  );
}

/** One of the ways in which a last service can be known, and what it asks for. */
const WhatIsKnown = ({
  name,
  basis,
  on,
  hours,
  onBasis,
  onDay,
  onHours,
}: {
  name: string;
  basis: Basis;
  on: string;
  hours: string;
  onBasis: (basis: Basis) => void;
  onDay: (on: string) => void;
  onHours: (hours: string) => void;
}) => (
  <>
    <fieldset className="mt-3">
      <legend className="sr-only">What is known</legend>
      {(Object.entries(ways) as [Basis, string][]).map(([key, words]) => (
        <label key={key} className="flex min-h-11 items-center gap-3">
          <input
            type="radio"
            name={name}
            className="size-5 accent-ink"
            checked={basis === key}
            onChange={() => onBasis(key)}
          />
          {words}
        </label>
      ))}
    </fieldset>
    {basis === 'done-on' && (
      <div className="mt-2">
        <label htmlFor={`${name}-on`} className="mb-1 block font-medium">
          Last done on
        </label>
        <DayInput id={`${name}-on`} label="Last done on" value={on} onChange={onDay} />
      </div>
    )}
    {basis === 'at-hours' && (
      <label className="mt-2 block">
        <span className="font-medium">At meter value (h)</span>
        <input
          inputMode="decimal"
          className="field mt-1"
          value={hours}
          onChange={(event) => onHours(event.target.value)}
        />
      </label>
    )}
    {basis === 'next-round' && (
      <p className="caption">It stays without a date, and stands on the next round until it is done.</p>
    )}
  </>
);
