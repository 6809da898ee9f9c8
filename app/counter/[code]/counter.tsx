'use client';

import { useEffect, useState } from 'react';
import { useOutbox } from '@/components/use-outbox';
import { number, taskAmount } from '@/components/words';
import { cardStanding } from '@/core/interval/operator-card';
import type { CardLine, CardMeter } from '@/desk/walk/operator-card';
import { doneEntry, plannedOf } from '@/app/round/planned';

type Props = {
  machine: { id: string; code: string; name: string };
  lines: CardLine[];
  meters: CardMeter[];
  people: { id: string; initials: string; name: string }[];
  personId: string | null;
};
const takeBackMs = 8000;

/** Big targets, no typing, works without signal: entries wait on the device and are sent later. */
export function Counter({ machine, lines, meters, people, personId }: Props) {
  const { queue, put, takeBack } = useOutbox();
  const [who, setWho] = useState(personId ?? '');
  const [nowMs, setNowMs] = useState<number | null>(null);
  const [lastAt, setLastAt] = useState<Record<string, string>>(() =>
    Object.fromEntries(lines.flatMap(({ taskId, lastAt: at }) => (at ? [[taskId, at]] : []))),
  );
  const [counts, setCounts] = useState<Record<string, number>>(() =>
    Object.fromEntries(meters.map(({ id, last }) => [id, last?.value ?? 0])),
  );
  const [countedAtDone, setCountedAtDone] = useState<Record<string, number>>({});
  const [fresh, setFresh] = useState<{ taskId: string; entryId: string; before: string | undefined } | null>(null);
  const [said, setSaid] = useState('');
  const meter = meters[0];

  useEffect(() => {
    const tick = () => setNowMs(Date.now());
    const first = setTimeout(tick, 0);
    const timer = setInterval(tick, 15_000);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, []);

  const done = async (line: CardLine) => {
    const asked = {
      action: line.action,
      amountKind: line.amount.kind,
      amount: line.amount.value,
      lubricant: line.lubricant,
    };
    const planned = plannedOf(asked, null);
    const entry = await put(
      {
        ...doneEntry(asked, planned, planned.value, null),
        personId: who,
        machineId: machine.id,
        pointId: line.pointId,
        taskIds: [line.taskId],
      },
      takeBackMs,
    );
    setFresh({ taskId: line.taskId, entryId: entry.id, before: lastAt[line.taskId] });
    setLastAt({ ...lastAt, [line.taskId]: entry.happenedAt });
    if (meter) setCountedAtDone({ ...countedAtDone, [line.taskId]: counts[meter.id]! });
    setNowMs(Date.parse(entry.happenedAt));
    setSaid(`${line.title}: written.`);
  };
  const undo = async () => {
    if (!fresh) return;
    if (!(await takeBack(fresh.entryId)))
      return setSaid('It has been sent already: tell the technician, who corrects it.');
    setLastAt(
      Object.fromEntries(
        Object.entries({ ...lastAt, [fresh.taskId]: fresh.before }).filter(
          (pair): pair is [string, string] => pair[1] !== undefined,
        ),
      ),
    );
    setFresh(null);
    setSaid('Taken back.');
  };
  const writeCount = async () => {
    if (!meter) return;
    await put({
      kind: 'reading',
      body: { meterId: meter.id, value: counts[meter.id]! },
      personId: who,
      machineId: machine.id,
    });
    setSaid(`${meter.name}: ${number(counts[meter.id]!, 0)} written.`);
  };
  const canTakeBack = fresh && queue?.some(({ id }) => id === fresh.entryId);
  const waiting = queue?.filter(({ refused }) => !refused).length ?? 0;
  return (
    <main className="mx-auto max-w-xl px-4 py-4 text-base">
      <header className="border-b-2 border-ink pb-2">
        <h1 className="text-2xl">
          {machine.code} <span className="font-normal">{machine.name}</span>
        </h1>
      </header>
      <label className="mt-3 block">
        <span className="caption">Who is at the machine</span>
        <select className="field min-h-14 text-lg" value={who} onChange={(event) => setWho(event.target.value)}>
          <option value="">Choose your name</option>
          {people.map(({ id, initials, name }) => (
            <option key={id} value={id}>
              {initials} {name}
            </option>
          ))}
        </select>
      </label>
      {lines.length === 0 && <p className="mt-4">Nothing here is done by the operator.</p>}
      {meter && (
        <section aria-label={meter.name} className="rule-b py-4">
          <p>{meter.name}</p>
          <output className="block text-[44px] leading-tight font-semibold" aria-label={`${meter.name} counts`}>
            {number(counts[meter.id]!, 0)}
          </output>
          <div className="mt-2 grid grid-cols-4 gap-2">
            {[1, 10, 100].map((by) => (
              <button
                key={by}
                type="button"
                className="button min-h-14 text-lg"
                onClick={() => setCounts({ ...counts, [meter.id]: counts[meter.id]! + by })}
              >
                +{by}
              </button>
            ))}
            <button
              type="button"
              className="button min-h-14 text-lg"
              aria-label={`${meter.name} less one`}
              onClick={() =>
                setCounts({ ...counts, [meter.id]: Math.max(meter.last?.value ?? 0, counts[meter.id]! - 1) })
              }
            >
              −1
            </button>
          </div>
          <button
            type="button"
            className="button mt-2 min-h-14 w-full text-lg"
            disabled={!who || counts[meter.id] === meter.last?.value}
            onClick={() => void writeCount()}
          >
            Write the count
          </button>
        </section>
      )}
      <ul>
        {lines.map((line) => {
          const at = lastAt[line.taskId];
          const counted =
            meter && line.interval.cycles !== undefined
              ? counts[meter.id]! - (countedAtDone[line.taskId] ?? meter.last?.value ?? 0)
              : undefined;
          const standing =
            nowMs === null
              ? { words: '', due: false }
              : cardStanding(line.interval, at ? nowMs - Date.parse(at) : undefined, counted);
          return (
            <li key={line.taskId} className="rule-b py-4">
              {line.cautions && (
                <p className="border-l-4 border-ink pl-3">
                  <strong>Caution.</strong> {line.cautions}
                </p>
              )}
              {line.doNots && (
                <p className="border-l-4 border-ink pl-3">
                  <strong>Do not.</strong> {line.doNots}
                </p>
              )}
              <p className="mt-2 text-xl">
                <strong>{line.title}</strong>, {line.every}
              </p>
              <p>
                {line.pointName}, {line.location}. {taskAmount(line.action, line.amount.kind, line.amount.value)}{' '}
                {line.lubricant && <span className="house-code">{line.lubricant.code}</span>}
              </p>
              {line.enough && <p className="text-muted">Enough: {line.enough}</p>}
              <p className={`mt-1 text-lg ${standing.due ? 'font-semibold' : ''}`}>{standing.words}</p>
              <button
                type="button"
                className="button button-first mt-2 min-h-16 w-full text-xl"
                disabled={!who}
                onClick={() => void done(line)}
              >
                Done
              </button>
            </li>
          );
        })}
      </ul>
      <p role="status" className="mt-3 min-h-7">
        {said} {waiting > 0 && `${waiting} waiting on this device.`}
      </p>
      {canTakeBack && (
        <button type="button" className="button min-h-14 w-full" onClick={() => void undo()}>
          Take back
        </button>
      )}
      <p className="caption mt-4">
        Something wrong: stop, keep others away, tell the technician. The site’s own rules come first.
      </p>
    </main>
  );
}
