'use client';

import { useRef, useState } from 'react';
import { findingOfLook } from '@/core/condition/look';
import { findingOfReading } from '@/core/condition/reading';
import type { Procedure } from '@/core/procedure/step';
import type { WalkStop } from '@/core/walk/document';
import { putsNothingIn } from '@/core/words/task-words';
import { type LookName, looks } from '@/core/words/looks';
import type { DoneWay } from './stop-answers';
import type { OnWrite, OpenSheet, StopDraft } from './stop-draft';
import { type SeenHere, looksOf } from './stop-looks';
import {
  type AskedHere,
  type StopKept,
  type TakenHere,
  type TakenReading,
  askedAtStep,
  foundAt,
  readingsOf,
} from './taken';

type Asking = {
  stop: WalkStop;
  /** By which it is done: what its steps ask to be read and looked at is kept with the rest. */
  procedure?: Procedure | null;
  /** What was read and seen there and is not written yet, and where it is kept. */
  kept?: StopKept | undefined;
  onKeep?: (kept: StopKept) => void;
  onWrite: OnWrite;
};

/**
 * What was read and seen at a stop, and what such a stop offers before anything else: what is still to be read or looked at,
 * or to say that it is not in order. Each reading past its limit and each sign that was seen is a finding then.
 */
export function useTaken({ stop, procedure = null, kept, onKeep, onWrite }: Asking, open: (sheet: OpenSheet) => void) {
  const [here, setHere] = useState<StopKept>(kept ?? { taken: {}, seen: {} });
  // Two things may be kept by one tap: the second builds on the first.
  const newest = useRef(here);
  const { taken, seen } = here;
  const asks = askedInAll(stop, procedure);
  const [readings, looked] = [readingsOf(asks.readings, taken), looksOf(asks.looks, seen)];
  const point = foundAt(stop);
  const past = [
    ...asks.readings.flatMap((asked) => {
      const read = taken[asked.name];
      const found = read && !read.goesOn && findingOfReading(asked, read, point);
      return found ? [{ ...found, proposed: found.urgency }] : [];
    }),
    ...looked.flatMap((each) => findingOfLook(each, point) ?? []),
  ];
  // Where something goes in, what was read and seen is a look of its own beside it: what goes in may be its answer.
  const beside = !putsNothingIn(stop.action);
  const [notEnough, setNotEnough] = useState(false);
  const body = { ...(readings.length > 0 && { readings }), ...(looked.length > 0 && { looks: looked }) };
  const findings = past.map((found): StopDraft => ({ kind: 'finding', body: { ...found } }));
  /** What was read and seen, by itself: what is done or left beside it loses none of it. */
  const aside: StopDraft[] =
    Object.keys(body).length === 0
      ? []
      : [...findings, { kind: 'check', body: { result: past.length > 0 ? 'off' : 'in-order', ...body } }];
  /** Whether it was enough is said with one tap: not reached it is still to be done, too much it is done. */
  const enoughSaid = (answer: 'not-reached' | 'too-much'): StopDraft[] => {
    const said = { what: looks.enough.words, seen: looks.enough.answers[answer].words };
    return [
      { kind: 'finding', body: { ...findingOfLook(said, point)! } },
      { kind: 'check', body: { result: 'off', looks: [said] } },
    ];
  };
  const sayNotReached = async () => {
    await onWrite(...enoughSaid('not-reached'));
    setNotEnough(true);
  };
  const writeOff = (part?: 'turned' | 'replaced') =>
    onWrite(...findings, {
      kind: 'check',
      body: { result: 'off', ...(part && { part }), ...body },
      taskIds: [stop.taskId],
    });
  /** Leaves the stop undone, after what else is to be said; what was read there is written all the same. */
  const leave = (reason: string, ...said: StopDraft[]) =>
    onWrite(...said, ...aside, { kind: 'skip', body: { reason }, taskIds: [stop.taskId] });
  const missing = nextAsked(stop, taken, seen);
  const firstWays: DoneWay[] | undefined = missing
    ? [{ words: missing.words, onDone: () => open(missing.sheet) }]
    : past.length > 0 && !beside
      ? [
          ...(stop.action === 'turn'
            ? (['turned', 'replaced'] as const).map((part) => ({
                words: `Not in order, but ${part}`,
                onDone: () => void writeOff(part),
              }))
            : []),
          { words: 'Not in order: write it', onDone: () => void writeOff() },
        ]
      : undefined;
  /** One after the other without a tap between: what is asked next opens by itself, but what was left to go on. */
  const keep = (change: Partial<StopKept>) => {
    const next = { ...newest.current, ...change };
    newest.current = next;
    setHere(next);
    onKeep?.(next);
    return next;
  };
  const goOn = (change: Partial<StopKept>, goesOn = false) => {
    const next = keep(change);
    open(goesOn ? null : (nextAsked(stop, next.taken, next.seen)?.sheet ?? null));
  };
  const take = (asked: AskedHere, value: TakenReading) =>
    goOn({ taken: { ...taken, [asked.name]: value } }, value.goesOn);
  const see = (name: LookName, answer: string) => goOn({ seen: { ...seen, [name]: answer } });
  const isUrgent = past.some(({ urgency }) => urgency === 'act-now');
  // Where something was to go in, what is past its stop comes before that.
  const leaveWays: DoneWay[] =
    beside && isUrgent ? [{ words: 'Not in order: write it, leave it', onDone: () => void leave('unsafe') }] : [];
  return {
    taken,
    seen,
    drainedL: here.drainedL ?? stop.drainedL,
    drainWritten: here.drainWritten ?? stop.drainedL !== null,
    flushedL: here.flushedL ?? null,
    outletsSeen: here.outletsSeen ?? [],
    progress: here.progress,
    keep,
    take,
    see,
    body: beside ? {} : body,
    /** Written with what is done, before it. */
    written: beside ? aside : [],
    leave,
    enoughSaid,
    sayNotReached,
    notEnough,
    firstWays,
    /** What was read or seen says by itself that it is not in order. */
    isOff: past.length > 0,
    isUrgent,
    leaveWays,
  };
}

/** What is read and looked at here: what the stop asks, and what its procedure asks besides. */
function askedInAll({ readings, looks: looked }: WalkStop, procedure: Procedure | null) {
  const known = new Set(readings.map(({ name }) => name));
  const steps = procedure?.steps ?? [];
  return {
    readings: [
      ...readings,
      ...steps.flatMap((step) => (step.kind === 'read' && !known.has(step.name) ? [askedAtStep(step)] : [])),
    ],
    looks: [...new Set([...looked, ...steps.flatMap((step) => (step.kind === 'look' ? [step.look] : []))])],
  };
}

/** What is asked next: looks first, as they need no instrument. */
function nextAsked(stop: WalkStop, taken: TakenHere, seen: SeenHere): { words: string; sheet: OpenSheet } | undefined {
  const look = stop.looks.find((name) => seen[name] === undefined);
  if (look) return { words: `Look: ${looks[look].words}`, sheet: { look } };
  const isMissing = ({ name }: AskedHere) => !taken[name] || taken[name].goesOn === true;
  // What goes on waits for its minutes: the rest comes first.
  const asked = stop.readings.find(({ name }) => !taken[name]) ?? stop.readings.find(isMissing);
  return asked && { words: `Read ${asked.name}`, sheet: { asked } };
}
