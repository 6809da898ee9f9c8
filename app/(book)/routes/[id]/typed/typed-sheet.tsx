'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ulid } from 'ulid';
import { DayInput } from '@/components/ui/day-input';
import { ScrolledAcross } from '@/components/ui/scrolled-across';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { entryOf } from '@/components/use-outbox';
import { asRead, counted } from '@/components/words';
import type { PlantDay } from '@/core/time/plant-day';
import type { WalkDocument } from '@/core/walk/document';
import { type ReadRow, type TypedRow, emptyRow, readRow } from '@/app/round/typed-row';
import { writeSheet } from '../../actions';
import { type Head, type MeterRow, countedOf, sheetEntries } from './sheet-entries';
import { Typed, TypedLine } from './typed-line';

/** A paper sheet as it is typed in. */
export function TypedSheet({
  document,
  timeZone,
  today,
}: {
  document: WalkDocument;
  timeZone: string;
  today: PlantDay;
}) {
  const router = useRouter();
  const { busy, refused, send, say } = useMutation();
  // The same sheet sent twice is the same round.
  const [roundId] = useState(() => ulid());
  const [head, setHead] = useState<Head>({ personId: '', on: today, from: '', to: '', remark: '' });
  const [rows, setRows] = useState<Record<string, TypedRow>>({});
  const [meters, setMeters] = useState<Record<string, MeterRow>>({});
  const [isTried, setIsTried] = useState(false);
  const [refusedLine, setRefusedLine] = useState<{ taskId: string; wrong: string }>();
  const rowOf = (taskId: string) => rows[taskId] ?? emptyRow;
  const read = new Map(
    document.stops.map((stop) => [
      stop.taskId,
      readRow(
        stop,
        stop.procedure === null ? null : (document.procedures[stop.procedure] ?? null),
        rowOf(stop.taskId),
        document.guns,
      ),
    ]),
  );
  const { done, off, skipped, left } = countedOf(document, read);
  const change = (taskId: string, values: Partial<TypedRow>) => {
    setRows({ ...rows, [taskId]: { ...rowOf(taskId), ...values } });
    if (refusedLine?.taskId === taskId) setRefusedLine(undefined);
  };

  const save = async () => {
    setIsTried(true);
    setRefusedLine(undefined);
    const sheet = sheetEntries({ document, timeZone, head, lines: read, meters });
    if ('reason' in sheet) return say(sheet.reason);
    const { drafts, times } = sheet;
    const { startedAt, ...when } = times;
    const answer = await send(() =>
      writeSheet({
        round: {
          id: roundId,
          routeId: document.route.id,
          personId: head.personId,
          startedAt,
          plannedAt: document.loadedAt < startedAt ? document.loadedAt : startedAt,
          stops: document.stops.map(({ taskId }) => taskId),
        },
        entries: drafts.map(({ of: _, ...draft }) => entryOf({ ...draft, roundId, ...when })),
      }),
    );
    if (answer.ok) return router.push(`/log?round=${roundId}`);
    const place = Object.keys(answer.fields ?? {})[0];
    const of = place === undefined ? null : drafts[Number(place)]?.of;
    if (of) setRefusedLine({ taskId: of, wrong: answer.reason });
  };

  return (
    <form
      className="mt-5 grid grid-cols-[minmax(0,1fr)] gap-5"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <SheetHead head={head} people={document.people} onChange={(values) => setHead({ ...head, ...values })} />
      <ScrolledAcross label="Lines of the sheet">
        <table className="w-full min-w-[58rem]">
          <thead>
            <tr className="rule-b">
              {['Stop', 'Done', 'Given', 'Read and seen', 'Why not, finding, remark'].map((column) => (
                <th key={column} scope="col">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {document.stops.map((stop, index) => (
              <TypedLine
                key={stop.taskId}
                place={index + 1}
                stop={stop}
                guns={document.guns}
                procedure={stop.procedure === null ? null : (document.procedures[stop.procedure] ?? null)}
                row={rowOf(stop.taskId)}
                onChange={(values) => change(stop.taskId, values)}
                problem={
                  problemOf(read.get(stop.taskId)!, isTried) ??
                  (refusedLine?.taskId === stop.taskId ? refusedLine : undefined)
                }
              />
            ))}
          </tbody>
        </table>
      </ScrolledAcross>
      <Meters document={document} meters={meters} onChange={setMeters} />
      <p role="status">
        {counted(done, 'stop')} done, {off} not in order, {skipped} not done, {left} left.
      </p>
      <FormProblem reason={refused?.reason ?? null} />
      <p>
        <button className="button button-first" disabled={busy}>
          {busy ? 'Writing …' : 'Write the round'}
        </button>
      </p>
    </form>
  );
}

/** Once somebody has tried to write it, what a line lacks is said beside it; a doubt at once. */
const problemOf = (line: ReadRow, isTried: boolean) =>
  'drafts' in line || (!isTried && 'wrong' in line) ? undefined : line;

function SheetHead({
  head,
  people,
  onChange,
}: {
  head: Head;
  people: WalkDocument['people'];
  onChange: (values: Partial<Head>) => void;
}) {
  return (
    <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-[1.2fr_1fr_0.5fr_0.5fr_2fr]">
      <label>
        <span className="caption block">Walked by</span>
        <select className="field" value={head.personId} onChange={({ target }) => onChange({ personId: target.value })}>
          <option value="">whose sheet is it?</option>
          {people.map(({ id, initials, name }) => (
            <option key={id} value={id}>
              {initials} {name}
            </option>
          ))}
        </select>
      </label>
      <div>
        <label htmlFor="sheet-day" className="caption block">
          Day
        </label>
        <DayInput id="sheet-day" label="Day" value={head.on} onChange={(on) => onChange({ on })} />
      </div>
      {(['from', 'to'] as const).map((which) => (
        <label key={which}>
          <span className="caption block">{which === 'from' ? 'From' : 'To'}</span>
          <input
            className="field"
            placeholder={which === 'from' ? '06:00' : '09:30'}
            value={head[which]}
            onChange={({ target }) => onChange({ [which]: target.value })}
          />
        </label>
      ))}
      <label>
        <span className="caption block">Remark, for whoever comes next</span>
        <input className="field" value={head.remark} onChange={({ target }) => onChange({ remark: target.value })} />
      </label>
    </div>
  );
}

function Meters({
  document: { meters, stops },
  meters: rows,
  onChange,
}: {
  document: WalkDocument;
  meters: Record<string, MeterRow>;
  onChange: (rows: Record<string, MeterRow>) => void;
}) {
  const here = meters.filter(({ machineId }) => stops.some((stop) => stop.machineId === machineId));
  if (here.length === 0) return null;
  return (
    <section aria-labelledby="sheet-meters">
      <h2 id="sheet-meters" className="text-xl">
        Meters
      </h2>
      <ul className="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2 lg:grid-cols-3">
        {here.map(({ id, machineId, name, unit, lastValue }) => {
          const code = stops.find((stop) => stop.machineId === machineId)!.machineCode;
          const row = rows[id] ?? { typed: '', isRight: false };
          return (
            <li key={id} className="flex flex-wrap items-end gap-3">
              <Typed
                label={`${code} ${name}`}
                unit={unit}
                hint={`${code} ${name}, ${lastValue === null ? 'never read' : `last ${asRead(lastValue)}`}`}
                value={row.typed}
                onChange={(typed) => onChange({ ...rows, [id]: { ...row, typed } })}
              />
              {row.typed !== '' && (
                <label className="flex min-h-11 items-center gap-2 md:min-h-9">
                  <input
                    type="checkbox"
                    checked={row.isRight}
                    onChange={({ target }) => onChange({ ...rows, [id]: { ...row, isRight: target.checked } })}
                  />
                  <span className="caption">it is right</span>
                </label>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
