'use client';

import { Beside } from '@/components/beside';
import { number, taskAmount } from '@/components/words';
import type { CardLine, CardMeter } from '@/desk/walk/operator-card';
import { useCounter } from './use-counter';

type Props = {
  machine: { id: string; code: string; name: string };
  lines: CardLine[];
  meters: CardMeter[];
  /** Whoever is signed in here, in whose name everything is written. */
  person: { id: string; initials: string; name: string };
};

/** Big targets, no typing, works without signal: entries wait on the device and are sent later. */
export function Counter({ machine, lines, meters, person }: Props) {
  const meter = meters[0];
  const { said, waiting, count, setCount, written, standingOf, done, writeCount, undo } = useCounter({
    machine,
    lines,
    meter,
    personId: person.id,
  });
  return (
    <main className="mx-auto max-w-xl px-4 py-4 text-base">
      <header className="border-b-2 border-ink pb-2">
        <h1 className="text-2xl">
          {machine.code} <span className="font-normal">{machine.name}</span>
        </h1>
      </header>
      <p className="mt-3 flex min-h-14 flex-wrap items-center gap-x-4 text-lg">
        <span>
          At the machine: <strong>{person.initials}</strong> {person.name}
        </span>
        <a
          href={`/sign-in?to=${encodeURIComponent(`/counter/${machine.code}`)}`}
          className="inline-flex min-h-14 items-center"
        >
          Somebody else
        </a>
      </p>
      {lines.length === 0 && <p className="mt-4">Nothing here is done by the operator.</p>}
      {meter && (
        <MeterCount
          meter={meter}
          count={count}
          written={written}
          onCount={setCount}
          onWrite={() => void writeCount()}
        />
      )}
      <ul>
        {lines.map((line) => (
          <CardTask key={line.taskId} line={line} standing={standingOf(line)} onDone={() => void done(line)} />
        ))}
      </ul>
      <p role="status" className="mt-3 min-h-7">
        {said} {waiting > 0 && `${waiting} waiting on this device.`}
      </p>
      {undo && (
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

/** What the dial shows: typed when it is read for the first time, counted on by large steps from then on. */
const MeterCount = ({
  meter,
  count,
  written,
  onCount,
  onWrite,
}: {
  meter: CardMeter;
  count: number | null;
  written: number | null;
  onCount: (count: number | null) => void;
  onWrite: () => void;
}) => (
  <section aria-label={meter.name} className="rule-b py-4">
    {written === null ? (
      <label className="block">
        {meter.name}: not read yet. What does it show?
        <input
          className="field min-h-14 text-2xl"
          inputMode="numeric"
          autoComplete="off"
          value={count ?? ''}
          onChange={({ target }) => {
            const digits = target.value.replaceAll(/\D/g, '').slice(0, 12);
            onCount(digits === '' ? null : Number(digits));
          }}
        />
      </label>
    ) : (
      <CountOn name={meter.name} count={count ?? written} written={written} onCount={onCount} />
    )}
    <button
      type="button"
      className="button mt-2 min-h-14 w-full text-lg"
      disabled={count === null || count === written}
      onClick={onWrite}
    >
      Write the count
    </button>
  </section>
);

const CountOn = ({
  name,
  count,
  written,
  onCount,
}: {
  name: string;
  count: number;
  written: number;
  onCount: (count: number) => void;
}) => (
  <>
    <p>{name}</p>
    <output className="block text-[44px] leading-tight font-semibold" aria-label={`${name} counts`}>
      {number(count, 0)}
    </output>
    <div className="mt-2 grid grid-cols-4 gap-2">
      {[1, 10, 100].map((by) => (
        <button key={by} type="button" className="button min-h-14 text-lg" onClick={() => onCount(count + by)}>
          +{by}
        </button>
      ))}
      <button
        type="button"
        className="button min-h-14 text-lg"
        aria-label={`${name} less one`}
        onClick={() => onCount(Math.max(written, count - 1))}
      >
        −1
      </button>
    </div>
  </>
);

/** One line of the card: what to beware of first, what to do, when it was done, and the one target that says so. */
const CardTask = ({
  line,
  standing,
  onDone,
}: {
  line: CardLine;
  standing: { words: string; due: boolean };
  onDone: () => void;
}) => (
  <li className="rule-b py-4">
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
      {line.pointName}, {line.location}. <Beside>{taskAmount(line.action, line.amount.kind, line.amount.value)}</Beside>{' '}
      {line.lubricant && <span className="house-code">{line.lubricant.code}</span>}
    </p>
    {line.enough && <p className="text-muted">Enough: {line.enough}</p>}
    <p className={`mt-1 text-lg ${standing.due ? 'font-semibold' : ''}`}>{standing.words}</p>
    <button type="button" className="button button-first mt-2 min-h-16 w-full text-xl" onClick={onDone}>
      Done
    </button>
  </li>
);
