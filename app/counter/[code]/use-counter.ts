'use client';

import { whyNotKept } from '@/components/device-trouble';
import { useEffect, useState } from 'react';
import { type Draft, useOutbox } from '@/components/use-outbox';
import { number } from '@/components/words';
import { cardStanding } from '@/core/interval/operator-card';
import type { CardLine, CardMeter } from '@/desk/walk/operator-card';
import { doneEntry, plannedOf } from '@/app/round/planned';

/** So long what was tapped can be taken back, before it is sent. */
const takeBackMs = 8000;

/** When a task was done last, and what this screen had counted then. */
type Done = { at: string; count?: number };

/** What is written at a machine: who is there, how far its meter has counted, what was done when. */
export function useCounter({
  machine,
  lines,
  meter,
  personId,
}: {
  machine: { id: string };
  lines: CardLine[];
  meter: CardMeter | undefined;
  personId: string;
}) {
  const { queue, put, takeBack } = useOutbox();
  const [nowMs, setNowMs] = useState<number | null>(null);
  const [lastDone, setLastDone] = useState<Record<string, Done>>(() =>
    Object.fromEntries(lines.flatMap(({ taskId, lastAt: at }) => (at ? [[taskId, { at }]] : []))),
  );
  const [count, setCount] = useState(meter?.last?.value ?? null);
  // Where the meter began for this screen: what stands in the book, or else the first count that is written.
  const [base, setBase] = useState(count);
  const [written, setWritten] = useState(count);
  const [fresh, setFresh] = useState<{ entryId: string; before: Record<string, Done> } | null>(null);
  const [said, setSaid] = useState('');

  useEffect(() => {
    const tick = () => setNowMs(Date.now());
    const first = setTimeout(tick, 0);
    const timer = setInterval(tick, 15_000);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, []);

  /** Keeps an entry on the device; none where that fails, which is said. */
  const keep = (draft: Draft, holdMs?: number) =>
    put([draft], holdMs).catch((error: unknown) => {
      setSaid(whyNotKept(error));
      return [];
    });
  const done = async (line: CardLine) => {
    const asked = {
      action: line.action,
      amountKind: line.amount.kind,
      amount: line.amount.value,
      lubricant: line.lubricant,
    };
    const planned = plannedOf(asked, line.gun);
    const [entry] = await keep(
      {
        ...doneEntry(asked, planned, planned.value),
        personId,
        machineId: machine.id,
        pointId: line.pointId,
        taskIds: [line.taskId],
      },
      takeBackMs,
    );
    if (!entry) return;
    setFresh({ entryId: entry.id, before: lastDone });
    setLastDone({ ...lastDone, [line.taskId]: { at: entry.happenedAt, ...(count !== null && { count }) } });
    setNowMs(Date.parse(entry.happenedAt));
    setSaid(`${line.title}: written.`);
  };
  const undo = async () => {
    if (!fresh) return;
    if (!(await takeBack(fresh.entryId)))
      return setSaid('It has been sent already: tell the technician, who corrects it.');
    setLastDone(fresh.before);
    setFresh(null);
    setSaid('Taken back.');
  };
  const writeCount = async () => {
    if (!meter || count === null) return;
    const kept = await keep({
      kind: 'reading',
      body: { meterId: meter.id, value: count },
      personId,
      machineId: machine.id,
    });
    if (kept.length === 0) return;
    setBase(base ?? count);
    setWritten(count);
    setSaid(`${meter.name}: ${number(count, 0)} written.`);
  };
  /** Whether a line is due; nothing is said before this device has told the time. */
  const standingOf = ({ taskId, interval, counted }: CardLine): { words: string; due: boolean } => {
    if (nowMs === null) return { words: '', due: false };
    const { at, count: doneAt } = lastDone[taskId] ?? {};
    const before = doneAt === undefined ? (counted ?? 0) : 0;
    const since = count === null || base === null ? undefined : Math.max(0, before + count - (doneAt ?? base));
    return cardStanding(interval, at ? nowMs - Date.parse(at) : undefined, since);
  };
  return {
    said,
    count,
    setCount,
    /** The newest count that was written; null while nothing stands in the book that could be counted on. */
    written,
    waiting: queue?.filter(({ refused }) => !refused).length ?? 0,
    standingOf,
    done,
    writeCount,
    /** While what was tapped last has not been sent. */
    undo: fresh && queue?.some(({ id }) => id === fresh.entryId) ? undo : undefined,
  };
}
