'use client';

import { type LookAnswer, type LookName, looks } from '@/core/words/looks';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { type EntryKind, fitsAction, newestVersion } from '@/core/entry/kinds';
import { type Dimension, parseQuantity } from '@/core/units/parse-quantity';
import { longestNote } from '@/core/units/typed-field';
import { isOwn, own } from '@/core/own';
import { type AskedReading, bandWords } from '@/core/register/asked-reading';
import { pastLimit } from '@/core/condition/reading';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import { kindWords } from '../entry-words';
import { ChoiceField, DayField, NoteField, QuantityField, TextField, optionsOf } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { type Room, givenDoubt } from './given-doubt';
import { WhenField, instantOf, whenNow } from './when-field';
import { eventWords } from '@/core/words/events';
import { type PlantCalendar, plantToday } from '@/core/time/plant-day';
import {
  type Closer,
  type FindingWhat,
  type FoundAt,
  type Urgency,
  gradesOf,
  isLower,
  loweredByOwn,
  meaningOf,
  urgencies,
  urgencyOf,
  wheresOf,
} from '@/core/words/findings';
import { findingsAt } from '@/core/register/finding-choices';
import type { Grade, Where } from '@/core/words/sign-row';
import { FindingMeaning } from '../finding-meaning';
import type { AmountKind, TaskAction } from '@/core/words/task-words';
import { drainedWords } from '@/core/entry/kinds/drain';
import { drawnWords } from '@/core/entry/kinds/sample';
import { skipReasons } from '@/core/entry/kinds/skip';

/** What may be written from a point's page, outside a round. */
export const handKinds = [
  'grease',
  'oil-change',
  'top-up',
  'drain',
  'flush',
  'sample',
  'check',
  'finding',
  'note',
  'skip',
  'commissioning',
] as const;
export type HandKind = (typeof handKinds)[number];

/** Everything the form can hold; each kind uses its own part. */
export type EntryValues = {
  kind: HandKind;
  when: string;
  taskId: string;
  lubricantId: string;
  gunId: string;
  mass: string;
  strokes: string;
  volume: string;
  drained: string;
  result: string;
  /** What was read, in the order in which the task asks for it, and in which state. */
  taken: string[];
  takenState: string;
  /** What was seen, by answer, in the order in which the task asks for the looks. */
  seen: string[];
  what: string;
  urgency: string;
  grade: string;
  where: string;
  lowered: string;
  reason: string;
  note: string;
  basis: string;
  on: string;
  hours: string;
  event: string;
  overruledBecause: string;
  drainedWhat: string;
  times: string;
  oil: string;
  bottle: string;
  drawn: string;
};

export const emptyEntry: Omit<EntryValues, 'when'> = {
  kind: 'finding',
  taskId: '',
  lubricantId: '',
  gunId: '',
  mass: '',
  strokes: '',
  volume: '',
  drained: '',
  result: 'in-order',
  taken: [],
  takenState: '',
  seen: [],
  what: 'leak',
  urgency: 'plan',
  grade: '',
  where: '',
  lowered: '',
  reason: 'machine-running',
  note: '',
  basis: 'commissioned',
  on: '',
  hours: '',
  event: '',
  overruledBecause: '',
  drainedWhat: 'oil',
  times: '1',
  oil: '',
  bottle: '',
  drawn: 'running',
};

type Option = { value: string; label: string };
export type EntryContext = {
  tasks: (Option & {
    action: string;
    amountKind: AmountKind;
    amount: number | null;
    /** What is read and looked at when it is done. */
    readings: readonly AskedReading[];
    looks: readonly LookName[];
  })[];
  /** How much oil or grease there is room for here; null where nobody has said. */
  holds: Pick<Room, 'holdsL' | 'holdsG'>;
  /** What decides besides what is seen how urgent it is; undefined for an entry of a whole machine. */
  point?: FoundAt | undefined;
  lubricants: Option[];
  guns: (Option & { gramsPerStroke: number; lubricantId: string })[];
  calendar: PlantCalendar;
};

/** Reads a typed quantity; collects words for its field when it cannot be read or is out of bounds. */
function typedNumber(
  fields: Record<string, string>,
  name: string,
  typed: string,
  dimension: Dimension,
  max: number,
  required: boolean,
): number | undefined {
  if (typed.trim() === '') {
    if (required) fields[name] = 'This is needed here.';
    return undefined;
  }
  const parsed = parseQuantity(typed, dimension);
  if (!parsed.ok) fields[name] = parsed.reason;
  else if (parsed.value < 0) fields[name] = 'This cannot be negative.';
  else if (parsed.value > max) fields[name] = `This is more than ${max} ${parsed.unit}. Check the unit.`;
  else return parsed.value;
  return undefined;
}

/** What the body of an entry is made from: what was typed, what is known, and where words per field go. */
type Typed = {
  values: EntryValues;
  context: EntryContext;
  fields: Record<string, string>;
  note: string;
  version: number;
};

const withNote = (note: string) => (note ? { note } : {});
const withText = (note: string) => (note ? { text: note } : {});

/** The body of each kind. */
const bodies: Record<EntryValues['kind'], (typed: Typed) => Record<string, unknown>> = {
  grease({ values, context, fields, note }) {
    const gun = context.guns.find(({ value }) => value === values.gunId);
    const strokes = typedNumber(fields, 'strokes', values.strokes, 'number', 10_000, false);
    if (strokes !== undefined && !Number.isInteger(strokes)) fields.strokes = 'Whole strokes only.';
    const massG =
      values.mass.trim() === '' && strokes !== undefined && gun
        ? strokes * gun.gramsPerStroke
        : typedNumber(fields, 'mass', values.mass, 'mass', 100_000, true);
    if (fields.mass && gun) fields.mass = 'Give grams, or strokes of the gun.';
    return {
      lubricantId: values.lubricantId,
      massG,
      ...(strokes !== undefined && { strokes }),
      ...(gun && { gunId: gun.value }),
      typed: { mass: values.mass, strokes: values.strokes },
      ...withNote(note),
    };
  },
  'oil-change'({ values, fields, note }) {
    const volumeL = typedNumber(fields, 'volume', values.volume, 'volume', 100_000, true);
    const drainedL = typedNumber(fields, 'drained', values.drained, 'volume', 100_000, false);
    return {
      lubricantId: values.lubricantId,
      volumeL,
      ...(drainedL !== undefined && { drainedL }),
      typed: { volume: values.volume, drained: values.drained },
      ...withNote(note),
    };
  },
  'top-up': ({ values, fields, note }) => ({
    lubricantId: values.lubricantId,
    amountKind: 'litres',
    amount: typedNumber(fields, 'volume', values.volume, 'volume', 100_000, true),
    typed: { volume: values.volume },
    ...withNote(note),
  }),
  drain: ({ values, fields, note }) => ({
    volumeL: typedNumber(fields, 'volume', values.volume, 'volume', 100_000, true),
    what: values.drainedWhat,
    typed: { volume: values.volume },
    ...withNote(note),
  }),
  flush({ values, fields, note }) {
    const times = typedNumber(fields, 'times', values.times, 'number', 20, true);
    if (times !== undefined && (!Number.isInteger(times) || times < 1)) fields.times = 'Whole times, 1 to 20.';
    return {
      times,
      volumeL: typedNumber(fields, 'volume', values.volume, 'volume', 100_000, true),
      ...(values.lubricantId && { lubricantId: values.lubricantId }),
      ...(values.oil.trim() && { oil: values.oil.trim() }),
      typed: { volume: values.volume },
      ...withNote(note),
    };
  },
  sample({ values, fields, note }) {
    const bottle = values.bottle.trim();
    if (bottle === '') fields.bottle = 'Say which bottle: the number on it.';
    return { bottle, drawn: values.drawn, ...withNote(note) };
  },
  check({ values, context, fields, note, version }) {
    const readings = version < 2 ? [] : takenOf(values, context, fields);
    const seen = version < 2 ? [] : seenOf(values, context, fields);
    return {
      result: values.result,
      ...(readings.length > 0 && { readings }),
      ...(seen.length > 0 && { looks: seen }),
      ...withNote(note),
    };
  },
  finding({ values, context, fields, note, version }) {
    const { what, urgency } = values as { what: FindingWhat; urgency: Urgency };
    if (version < 2) return { what, urgency, ...withText(note) };
    const closer = closerOf(values);
    const { urgency: proposed, mark } = meaningOf(what, context.point, closer);
    const lowered = isLower(urgency, proposed)
      ? values.lowered.trim()
      : loweredByOwn({ what, urgency, ...closer }, mark);
    if (lowered !== undefined && lowered.length < 3) fields.lowered = 'Say why it is less urgent, in a few words.';
    return { what, ...closer, urgency, proposed, ...(lowered !== undefined && { lowered }), ...withText(note) };
  },
  skip: ({ values, note }) => ({ reason: values.reason, ...withText(note) }),
  note({ values, fields, note }) {
    if (!note) fields.note = 'Write something first.';
    return { text: note, ...(values.event && { event: values.event }) };
  },
  commissioning({ values, context, fields, note }) {
    const { basis, on } = values;
    const hours = typedNumber(fields, 'hours', values.hours, 'hours', 1e9, basis === 'at-hours');
    if (basis === 'done-on' && !on) fields.on = 'Choose the day on which it was last done.';
    if (basis === 'done-on' && on > plantToday(new Date(), context.calendar)) fields.on = 'This day has not come yet.';
    return {
      basis,
      ...(basis === 'done-on' && { on }),
      ...(hours !== undefined && { hours }),
      ...withNote(note),
    };
  },
};

/**
 * The body of an entry from what was typed, or words per field. Nothing is guessed.
 * @param version of the kind, where an entry of an older one is put right
 */
export function bodyOf(
  values: EntryValues,
  context: EntryContext,
  version = newestVersion(values.kind),
): { ok: true; body: Record<string, unknown> } | { ok: false; fields: Record<string, string> } {
  const fields: Record<string, string> = {};
  const note = values.note.trim();
  if (note.length > longestNote)
    fields.note = `${note.length} characters; at most ${longestNote} fit. Shorten it; what you typed is kept.`;
  const needsLubricant = ['grease', 'oil-change', 'top-up'].includes(values.kind);
  if (needsLubricant && !values.lubricantId) fields.lubricantId = 'Say which lubricant went in.';
  const body = bodies[values.kind]({ values, context, fields, note, version });
  return Object.keys(fields).length > 0 ? { ok: false, fields } : { ok: true, body };
}

/** What was read for the task that is answered; a look is not in order while any of it is past its limit. */
function takenOf(
  { taskId, taken, takenState, result }: EntryValues,
  { tasks }: EntryContext,
  fields: Record<string, string>,
): { quantity: string; value: number; unit: string; state?: MachineState }[] {
  const asked = tasks.find(({ value }) => value === taskId)?.readings ?? [];
  const state = own<string>(machineStates, takenState) === undefined ? undefined : (takenState as MachineState);
  return asked.flatMap((each, place) => {
    const typed = taken[place]?.trim() ?? '';
    if (typed === '') return [];
    const read = parseQuantity(typed, 'number');
    if (!read.ok) fields[`taken.${place}`] = read.reason;
    if (!read.ok) return [];
    const past = pastLimit(each, { value: read.value, state });
    if (past && result === 'in-order')
      fields[`taken.${place}`] =
        `This is ${past.side === 'low' ? 'below' : 'above'} ${past.limit} ${each.unit}: the look is not in order. Choose so, and write what was found beside it.`;
    return { quantity: each.name, value: read.value, unit: each.unit, ...(state && { state }) };
  });
}

/** What was seen for the task that is answered; a look is not in order while any of it is a sign of something. */
function seenOf(
  { taskId, seen, result }: EntryValues,
  { tasks }: EntryContext,
  fields: Record<string, string>,
): { what: string; seen: string }[] {
  const asked = tasks.find(({ value }) => value === taskId)?.looks ?? [];
  return asked.flatMap((name, place) => {
    const answer = own<LookAnswer>(looks[name].answers, seen[place] ?? '');
    if (answer?.sign && result === 'in-order')
      fields[`seen.${place}`] =
        'This is a sign of something: the look is not in order. Choose so, and write what was found beside it.';
    return answer ? [{ what: looks[name].words, seen: answer.words }] : [];
  });
}

/** Why what is said to have gone in is hard to believe, by the task that it answers and what there is room for. */
function doubtOf({ kind, taskId }: EntryValues, body: Record<string, unknown>, context: EntryContext): string | null {
  const task = context.tasks.find(({ value }) => value === taskId);
  const planned = (unit: AmountKind) => (task?.amountKind === unit ? task.amount : null);
  const { massG, volumeL, drainedL, amountKind, amount } = body as Partial<Record<string, number>>;
  if (kind === 'grease' && massG !== undefined)
    return givenDoubt({ kind, amount: massG, unit: 'g' }, { ...context.holds, dose: planned('grams') });
  if (kind === 'oil-change' && volumeL !== undefined)
    return givenDoubt(
      { kind, amount: volumeL, unit: 'L', drainedL: drainedL ?? null },
      { ...context.holds, dose: planned('litres') },
    );
  return kind === 'top-up' && String(amountKind) === 'litres' && amount !== undefined
    ? givenDoubt({ kind, amount, unit: 'L' }, { ...context.holds, dose: null })
    : null;
}

/** Fields of one kind of entry; shared by writing and by correcting. */
export function EntryFields({ context }: { context: EntryContext }) {
  const { control } = useFormContext<EntryValues>();
  const kind = useWatch({ control, name: 'kind' });
  const basis = useWatch({ control, name: 'basis' });
  const lubricantId = useWatch({ control, name: 'lubricantId' });
  const guns = context.guns.filter((gun) => !lubricantId || gun.lubricantId === lubricantId);
  const lubricant = (
    <ChoiceField
      name="lubricantId"
      label="Lubricant"
      options={context.lubricants}
      empty="Choose a lubricant"
      required
    />
  );
  return (
    <>
      <div className="grid gap-4 sm:grid-cols-2">
        {kind === 'grease' && (
          <>
            {lubricant}
            <ChoiceField name="gunId" label="Gun" options={guns} empty="none, by weight" />
            <QuantityField name="strokes" label="Strokes" dimension="number" />
            <QuantityField name="mass" label="Grease" dimension="mass" hint="Empty when strokes of a gun are given" />
          </>
        )}
        {kind === 'oil-change' && (
          <>
            {lubricant}
            <QuantityField name="volume" label="Filled" dimension="volume" required />
            <QuantityField name="drained" label="Drained" dimension="volume" />
          </>
        )}
        {kind === 'top-up' && (
          <>
            {lubricant}
            <QuantityField
              name="volume"
              label="Added"
              dimension="volume"
              required
              hint="0 when the level was in order"
            />
          </>
        )}
        {kind === 'drain' && (
          <>
            <QuantityField name="volume" label="Came out" dimension="volume" required />
            <ChoiceField name="drainedWhat" label="What came out" options={optionsOf(drainedWords)} required />
          </>
        )}
        {kind === 'flush' && (
          <>
            <QuantityField name="volume" label="Put in each time" dimension="volume" required />
            <QuantityField name="times" label="How often" dimension="number" required />
            <ChoiceField
              name="lubricantId"
              label="Flushing oil"
              options={context.lubricants}
              empty="another, in words"
            />
            <TextField name="oil" label="Or in words" />
          </>
        )}
        {kind === 'sample' && (
          <>
            <TextField name="bottle" label="Number on the bottle" required />
            <ChoiceField name="drawn" label="Drawn" options={optionsOf(drawnWords)} required />
          </>
        )}
        {kind === 'check' && (
          <ChoiceField
            name="result"
            label="Result"
            options={[
              { value: 'in-order', label: 'in order' },
              { value: 'off', label: 'not in order' },
            ]}
            required
          />
        )}
        {kind === 'check' && <TakenFields tasks={context.tasks} />}
        {kind === 'finding' && <FindingFields point={context.point} />}
        {kind === 'note' && (
          <ChoiceField
            name="event"
            label="Something happened"
            options={optionsOf(eventWords)}
            empty="no, only a note"
            hint="Tasks that answer to it fall due"
          />
        )}
        {kind === 'skip' && (
          <ChoiceField name="reason" label="Why it was skipped" options={optionsOf(skipReasons)} required />
        )}
        {kind === 'commissioning' && (
          <>
            <ChoiceField
              name="basis"
              label="Counting begins"
              options={[
                { value: 'commissioned', label: 'commissioned or overhauled' },
                { value: 'done-on', label: 'last done on a known day' },
                { value: 'at-hours', label: 'last done at a known meter value' },
                { value: 'start-today', label: 'counting starts today' },
                { value: 'next-round', label: 'do it on the next round' },
              ]}
              required
            />
            {basis === 'done-on' && <DayField name="on" label="Last done on" required />}
            {(basis === 'at-hours' || basis === 'commissioned') && (
              <QuantityField name="hours" label="At meter value" dimension="hours" required={basis === 'at-hours'} />
            )}
          </>
        )}
      </div>
      <NoteField name="note" label={kind === 'finding' ? 'In your words' : 'Note'} required={kind === 'note'} />
    </>
  );
}

/** What was said more closely, as far as it belongs to what is seen: the fields stay when another sign is chosen. */
function closerOf({ what, grade, where }: Pick<EntryValues, 'what' | 'grade' | 'where'>): Closer {
  const [asked, places] = [gradesOf(what as FindingWhat), wheresOf(what as FindingWhat)];
  return {
    ...(isOwn(asked, grade) && { grade: grade as Grade }),
    ...(isOwn(places, where) && { where: where as Where }),
  };
}

/** What is seen decides how urgent it is; a person may raise that, and lowers it with a reason of its own. */
function FindingFields({ point }: Pick<EntryContext, 'point'>) {
  const { control, setValue } = useFormContext<EntryValues>();
  const [what, grade, where] = useWatch({ control, name: ['what', 'grade', 'where'] }) as [FindingWhat, string, string];
  const urgency = useWatch({ control, name: 'urgency' }) as Urgency;
  const meaning = meaningOf(what, point, closerOf({ what, grade, where }));
  const ruled = meaning.urgency;
  const seen = [what, grade, where].join();
  const judged = useRef(seen);
  useEffect(() => {
    if (judged.current === seen) return;
    judged.current = seen;
    setValue('urgency', ruled);
  }, [seen, ruled, setValue]);
  const [asked, places] = [gradesOf(what), wheresOf(what)];
  const { offered, others } = findingsAt(point?.kind);
  return (
    <>
      <ChoiceField name="what" label="What was seen" options={optionsOf({ ...offered, ...others })} required />
      {Object.keys(asked).length > 0 && (
        <ChoiceField name="grade" label="How much, or which" options={optionsOf(asked)} empty="not said" />
      )}
      {Object.keys(places).length > 0 && (
        <ChoiceField name="where" label="Where" options={optionsOf(places)} empty="elsewhere" />
      )}
      <ChoiceField name="urgency" label="How urgent" options={optionsOf(urgencies)} required />
      <FindingMeaning meaning={meaning} className="sm:col-span-2" />
      {isLower(urgency, ruled) && (
        <div className="sm:col-span-2">
          <TextField name="lowered" label={`By the rules this is “${urgencies[ruled]}”. Why less?`} required />
        </div>
      )}
    </>
  );
}

/** What the task that is answered asks to be looked at and read. */
function TakenFields({ tasks }: Pick<EntryContext, 'tasks'>) {
  const { control } = useFormContext<EntryValues>();
  const taskId = useWatch({ control, name: 'taskId' });
  const { readings = [], looks: asked = [] } = tasks.find(({ value }) => value === taskId) ?? {};
  return (
    <>
      {asked.map((name, place) => (
        <ChoiceField
          key={name}
          name={`seen.${place}`}
          label={looks[name].words}
          options={Object.entries<LookAnswer>(looks[name].answers).map(([value, { words }]) => ({
            value,
            label: words,
          }))}
          empty="not looked at"
        />
      ))}
      {readings.map(({ name, unit, band }, place) => (
        <TextField
          key={name}
          name={`taken.${place}`}
          label={unit ? `${name}, ${unit}` : name}
          hint={bandWords(band, unit) || 'No limits are said'}
        />
      ))}
      {readings.length > 0 && (
        <ChoiceField
          name="takenState"
          label="The machine was"
          options={optionsOf(machineStates)}
          empty="not said"
          hint="What is read in another state than its limits are for is an observation"
        />
      )}
    </>
  );
}

/** The tasks that an entry of the chosen kind can answer; others are not offered. */
const fitting = (kind: HandKind, tasks: EntryContext['tasks']): EntryContext['tasks'] =>
  tasks.filter(({ action }) => fitsAction(kind, newestVersion(kind), action as TaskAction));

function TaskField({ tasks }: { tasks: EntryContext['tasks'] }) {
  const { control, setValue } = useFormContext<EntryValues>();
  const kind = useWatch({ control, name: 'kind' });
  const taskId = useWatch({ control, name: 'taskId' });
  const options = fitting(kind, tasks);
  const isGone = taskId !== '' && options.every(({ value }) => value !== taskId);
  useEffect(() => {
    if (isGone) setValue('taskId', '');
  }, [isGone, setValue]);
  return (
    <ChoiceField
      name="taskId"
      label="Answers the task"
      options={options}
      empty="none"
      hint="Its next due moves when the task is answered"
    />
  );
}

type Props = {
  context: EntryContext;
  personId: string;
  machineId: string;
  pointId: string;
  timeZone: string;
  initial: Partial<EntryValues>;
};

/** Writes an entry straight from a point's page: something leaks, log it now. */
export function EntryForm({ context, personId, machineId, pointId, timeZone, initial }: Props) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const [state, setState] = useState<'idle' | 'sent' | 'waiting'>('idle');
  // Why the book would not take it: a person may, with a reason.
  const [verdict, setVerdict] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  return (
    <>
      <SavedForm<EntryValues>
        needs="write"
        key={round}
        initial={{
          ...emptyEntry,
          urgency: urgencyOf(emptyEntry.what as FindingWhat, context.point),
          ...initial,
          when: whenNow(timeZone),
        }}
        submitLabel="Write in the book"
        save={async (values): Promise<SaveAnswer> => {
          setState('idle');
          const body = bodyOf(values, context);
          const happened = instantOf(values.when, timeZone);
          if (!body.ok || !happened.ok)
            return {
              ok: false,
              reason: 'Some fields need another look.',
              fields: { ...(!body.ok && body.fields), ...(!happened.ok && { when: happened.reason }) },
            };
          const doubt = doubtOf(values, body.body, context);
          setAsked(doubt);
          if (doubt !== null && doubt !== asked)
            return { ok: false, reason: `${doubt} If it is right, write it again.` };
          // A commissioning that names no task is that of the whole unit: all its tasks begin anew, and its first hours are planned.
          const wholeUnit = values.kind === 'commissioning' && values.basis === 'commissioned' && !values.taskId;
          const answers = wholeUnit
            ? []
            : values.taskId && !['finding', 'note'].includes(values.kind)
              ? [values.taskId]
              : values.kind === 'commissioning'
                ? context.tasks.map(({ value }) => value)
                : [];
          const answer = await writeNow({
            kind: values.kind,
            personId,
            machineId,
            pointId,
            taskIds: answers,
            happenedAt: happened.happenedAt,
            offsetMinutes: happened.offsetMinutes,
            body: {
              ...body.body,
              ...(verdict &&
                values.overruledBecause.trim().length >= 3 && {
                  overruled: { verdict: verdict.slice(0, 500), reason: values.overruledBecause.trim() },
                }),
            },
          });
          if (answer.state === 'refused') {
            const against = answer.problems.find(({ pointer }) => pointer === '/body/overruled');
            setVerdict(against?.detail ?? null);
            return { ok: false, reason: answer.reason };
          }
          setVerdict(null);
          setState(answer.state);
          setRound(round + 1);
          router.refresh();
          return { ok: true };
        }}
      >
        <div className="grid gap-4 sm:grid-cols-2">
          <ChoiceField
            name="kind"
            label="What is written"
            options={handKinds.map((kind) => ({ value: kind, label: kindWords[kind as EntryKind] }))}
            required
          />
          <div className="sm:col-span-2 sm:row-start-2">
            <WhenField timeZone={timeZone} />
          </div>
          {context.tasks.length > 0 && <TaskField tasks={context.tasks} />}
        </div>
        <EntryFields context={context} />
        {verdict && (
          <NoteField
            name="overruledBecause"
            label="Why it is taken all the same"
            rows={2}
            hint="Your name, the verdict and this stand in the book ever after"
          />
        )}
      </SavedForm>
      <p role="status" className="mt-2">
        {state === 'sent'
          ? 'Written in the book.'
          : state === 'waiting'
            ? 'Kept on this device; it is sent when there is a connection.'
            : ''}
      </p>
    </>
  );
}
