import { givenDoubt } from '@/components/entry/given-doubt';
import { findingOfLook } from '@/core/condition/look';
import { findingOfReading, slipOf } from '@/core/condition/reading';
import type { drawnWords } from '@/core/entry/kinds/sample';
import { type SkipReason, skipReasons } from '@/core/entry/kinds/skip';
import { isOwn } from '@/core/own';
import type { Procedure } from '@/core/procedure/step';
import { type Dimension, parseQuantity } from '@/core/units/parse-quantity';
import type { WalkStop } from '@/core/walk/document';
import { type FindingWhat, findingWords, urgencyOf } from '@/core/words/findings';
import { putsNothingIn } from '@/core/words/task-words';
import { type Gun, type Planned, doneEntry, gunsFor, plannedOf } from './planned';
import type { StopDraft } from './stop-draft';
import { type SeenHere, looksOf } from './stop-looks';
import { type TakenHere, foundAt, readingsOf } from './taken';

/** What a line of a paper sheet says of one stop, as somebody types it in; empty where nothing stands there. */
export type TypedRow = {
  outcome: '' | 'done' | 'off' | 'skipped';
  given: string;
  out: string;
  part: '' | 'turned' | 'replaced';
  purge: '' | 'shown' | 'not-shown';
  bottle: string;
  drawn: '' | keyof typeof drawnWords;
  reason: '' | SkipReason;
  finding: '' | FindingWhat;
  text: string;
  /** By the name of what is read, and of what is looked at. */
  readings: Record<string, string>;
  looks: Record<string, string>;
  /** What is hard to believe was looked at again, and is right. */
  isRight: boolean;
};
export const emptyRow: TypedRow = {
  outcome: '',
  given: '',
  out: '',
  part: '',
  purge: '',
  bottle: '',
  drawn: '',
  reason: '',
  finding: '',
  text: '',
  readings: {},
  looks: {},
  isRight: false,
};

/** What a line comes to: entries in their order, or what is wrong with it, or why it is hard to believe. */
export type ReadRow = { drafts: StopDraft[] } | { wrong: string } | { doubt: string };

const isEmpty = (row: TypedRow): boolean =>
  [
    row.given,
    row.out,
    row.text,
    row.bottle,
    row.finding,
    row.reason,
    ...Object.values(row.readings),
    ...Object.values(row.looks),
  ].every((each) => each.trim() === '');

class Wrong extends Error {}

function numberOf(typed: string, dimension: Dimension, label: string): number {
  const parsed = parseQuantity(typed, dimension);
  if (!parsed.ok) throw new Wrong(`${label}: ${parsed.reason}`);
  return parsed.value;
}

const dimensionOf = (unit: string): Dimension => (unit === 'L' ? 'volume' : unit === 'g' ? 'mass' : 'number');

/**
 * Reads one line of a sheet. What the sheet names is taken as it was asked: a reading in the state that its limits are for, an
 * amount that was left empty as planned where the plan says how much.
 * @param procedure by which the stop is done
 */
export function readRow(stop: WalkStop, procedure: Procedure | null, row: TypedRow, guns: readonly Gun[]): ReadRow {
  try {
    if (row.outcome === '') {
      if (isEmpty(row)) return { drafts: [] };
      throw new Wrong('Say whether it was done.');
    }
    const seen = seenOn(stop, row);
    if (row.outcome === 'skipped') return { drafts: [...seen.drafts, skipped(stop, row)] };
    if (row.outcome === 'off') return { drafts: notInOrder(stop, row, seen) };
    const planned = plannedOf(stop, gunsFor(stop, guns).fitting[0] ?? null);
    const done = doneOn(stop, procedure, row, planned, seen);
    const doubt = row.isRight ? null : (seen.doubt ?? done.doubt);
    return doubt === null ? { drafts: done.drafts } : { doubt };
  } catch (error) {
    if (error instanceof Wrong) return { wrong: error.message };
    throw error;
  }
}

type SeenOn = ReturnType<typeof seenOn>;

/** What was read, seen and found: findings, and a look beside them where something else answers the stop. */
function seenOn(stop: WalkStop, row: TypedRow) {
  const taken: TakenHere = Object.fromEntries(
    stop.readings.flatMap(({ name, validIn }) => {
      const typed = row.readings[name]?.trim() ?? '';
      return typed === ''
        ? []
        : [[name, { value: numberOf(typed, 'number', name), ...(validIn && { state: validIn }) }]];
    }),
  );
  const seen = Object.fromEntries(Object.entries(row.looks).filter(([, answer]) => answer !== '')) as SeenHere;
  const [readings, looks] = [readingsOf(stop.readings, taken), looksOf(stop.looks, seen)];
  const point = foundAt(stop);
  const findings: StopDraft[] = [
    ...stop.readings.flatMap((asked) => {
      const read = taken[asked.name];
      const found = read && findingOfReading(asked, read, point);
      return found ? [{ kind: 'finding' as const, body: { ...found, proposed: found.urgency } }] : [];
    }),
    ...looks.flatMap((look) => {
      const found = findingOfLook(look, point);
      return found ? [{ kind: 'finding' as const, body: { ...found } }] : [];
    }),
    ...(row.finding === '' ? [] : [typedFinding(stop, row.finding, row.text)]),
  ];
  const body = { ...(readings.length > 0 && { readings }), ...(looks.length > 0 && { looks }) };
  const result = findings.length > 0 ? 'off' : 'in-order';
  const doubt =
    stop.readings
      .flatMap((asked) => {
        const read = taken[asked.name];
        return read ? (slipOf(asked, read.value, asked.last?.value) ?? []) : [];
      })
      .at(0) ?? null;
  return {
    readings,
    looks,
    body,
    findings,
    doubt,
    /** All of it where the answer to the stop is another entry. */
    drafts: [
      ...findings,
      ...(Object.keys(body).length === 0 ? [] : [{ kind: 'check' as const, body: { result, ...body } }]),
    ],
  };
}

function typedFinding(stop: WalkStop, what: FindingWhat, text: string): StopDraft {
  const urgency = urgencyOf(what, foundAt(stop));
  if (what === 'other' && text.trim() === '') throw new Wrong('A finding of another kind: say what was found.');
  return { kind: 'finding', body: { what, urgency, proposed: urgency, text: text.trim() || findingWords[what] } };
}

function skipped(stop: WalkStop, { reason, text, finding }: TypedRow): StopDraft {
  if (reason === '' || !isOwn(skipReasons, reason)) throw new Wrong('Not done: say why.');
  const remark = finding === '' ? text.trim() : '';
  return { kind: 'skip', body: { reason, ...(remark && { text: remark }) }, taskIds: [stop.taskId] };
}

function notInOrder(stop: WalkStop, { text, finding }: TypedRow, { findings, body }: SeenOn): StopDraft[] {
  if (!putsNothingIn(stop.action))
    throw new Wrong('Not in order is said of a look: choose done or not done, and a finding.');
  const note = finding === '' ? text.trim() : '';
  if (findings.length === 0 && note === '') throw new Wrong('Not in order: say what, by a finding or in words.');
  return [
    ...findings,
    { kind: 'check', body: { result: 'off', ...body, ...(note && { note }) }, taskIds: [stop.taskId] },
  ];
}

/** The entry that says a stop was done, what was seen there before it. */
function doneOn(
  stop: WalkStop,
  procedure: Procedure | null,
  row: TypedRow,
  planned: Planned,
  seen: SeenOn,
): { drafts: StopDraft[]; doubt: string | null } {
  if (procedure?.writes === 'sample') return { drafts: [...seen.drafts, sampleOf(stop, row)], doubt: null };
  if (putsNothingIn(stop.action)) return { drafts: lookedOn(stop, row, planned, seen), doubt: null };
  const given = givenOf(row, planned);
  const drained = outOf(row);
  if (planned.most !== undefined && row.purge === '') throw new Wrong('A purge: say whether clean grease showed.');
  const entry = doneEntry(stop, planned, given, { drained, ...(row.purge && { purge: row.purge }) });
  return {
    drafts: [...seen.drafts, withNote(stop, row, entry)],
    doubt: doubtOf(stop, planned, entry.kind, given, drained),
  };
}

const outOf = ({ out }: TypedRow): number | null => (out.trim() === '' ? null : numberOf(out, 'volume', 'Out'));

/** The entry that answers a stop, with the remark where that is not the finding's. */
function withNote(
  { taskId }: WalkStop,
  { finding, text }: TypedRow,
  { kind, body }: Omit<StopDraft, 'taskIds'>,
): StopDraft {
  const note = finding === '' ? text.trim() : '';
  return { kind, body: { ...body, ...(note && { note }) }, taskIds: [taskId] };
}

function sampleOf(stop: WalkStop, row: TypedRow): StopDraft {
  if (row.bottle.trim() === '' || row.drawn === '') throw new Wrong('A sample: its bottle, and when it was drawn.');
  return withNote(stop, row, { kind: 'sample', body: { bottle: row.bottle.trim(), drawn: row.drawn } });
}

/** Where nothing goes in: with a finding it is not in order, whatever was ticked. */
function lookedOn(
  stop: WalkStop,
  row: TypedRow,
  planned: Planned,
  { findings, body, readings, looks }: SeenOn,
): StopDraft[] {
  if (stop.action === 'turn' && row.part === '') throw new Wrong('Say whether the part was turned or replaced.');
  const part = row.part === '' ? {} : { part: row.part };
  const entry =
    findings.length > 0
      ? { kind: 'check' as const, body: { result: 'off', ...part, ...body } }
      : doneEntry(stop, planned, 0, { drained: outOf(row), ...part, readings, looks });
  return [...findings, withNote(stop, row, entry)];
}

/** What went in: as typed, or as planned where the plan says how much. */
function givenOf({ given }: TypedRow, planned: Planned): number {
  if (given.trim() !== '') return numberOf(given, dimensionOf(planned.unit), 'Given');
  if (planned.value > 0) return planned.value;
  throw new Wrong(`Given: how much went in, in ${planned.unit || 'numbers'}; 0 where nothing was needed.`);
}

function doubtOf(
  stop: WalkStop,
  planned: Planned,
  kind: string,
  given: number,
  drainedL: number | null,
): string | null {
  const grams = planned.unit === 'strokes' && planned.gun ? given * planned.gun.gramsPerStroke : given;
  const unit = planned.unit === 'strokes' ? 'g' : planned.unit;
  if (unit !== 'g' && unit !== 'L') return null;
  const doubt = givenDoubt(
    { kind, amount: grams, unit, drainedL },
    { dose: stop.amountKind === 'to-mark' ? null : stop.amount, holdsL: stop.holdsL, holdsG: stop.holdsG },
  );
  return doubt === null ? null : `${doubt} Tick that it is right, or change it.`;
}
