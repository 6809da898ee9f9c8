import { isOwn } from '../own';
import { z } from 'zod';
import { instant } from '../fields/fields';
import { isPlantDay } from '../time/plant-day';
import { longestNote } from '../units/typed-field';
import { amountKinds } from '../words/task-words';
import { eventWords } from '../words/events';

/** Every kind an entry of the log can have. The list is closed: the database knows the same names. */
export const entryKinds = [
  'commissioning',
  'grease',
  'oil-change',
  'top-up',
  'drain',
  'flush',
  'check',
  'reading',
  'meter-change',
  'sample',
  'finding',
  'follow-up',
  'skip',
  'postpone',
  'open',
  'close',
  'waiver',
  'isolation',
  'hand-over',
  'override',
  'note',
  'correction',
] as const;
export type EntryKind = (typeof entryKinds)[number];

/** Identifier made by whoever creates the row, also offline (26 characters, Crockford base 32). */
export const ulid = z
  .string()
  .regex(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/, { error: 'is not an identifier of this book (ULID).' });

const note = z.string().max(longestNote).optional().meta({ title: 'Note' });
const reason = z
  .string()
  .trim()
  .min(3, { error: 'say why, in a few words.' })
  .max(longestNote)
  .meta({ title: 'Reason' });
/** What the person typed, by field, before it was parsed. */
const typed = z.record(z.string().max(40), z.string().max(200)).optional().meta({ title: 'As typed' });
const amount = (title: string, unit: string, max: number) => z.number().min(0).max(max).meta({ title, unit });
const day = z.string().refine(isPlantDay, { error: 'is not a day (write 2026-03-01).' });

export const findingWords = {
  leak: 'leak',
  hot: 'hotter than usual',
  'still-climbing': 'hot and still climbing',
  noise: 'noise or vibration',
  milky: 'oil milky',
  foamy: 'oil foams',
  dark: 'oil dark or smells burnt',
  gritty: 'oil gritty',
  particles: 'flakes or metal',
  sludge: 'sludge',
  'no-oil': 'no oil visible',
  'level-up': 'level has risen',
  'grease-thrown': 'grease thrown at the seal',
  'grease-hard': 'grease hard or bled',
  'fitting-broken': 'fitting broken or blocked',
  'cover-missing': 'cap, plug or cover missing',
  'double-dose': 'given twice',
  other: 'something else',
} as const;

export const urgencies = { 'act-now': 'act now', plan: 'plan', watch: 'watch' } as const;

export const skipReasons = {
  'machine-running': 'machine is running',
  'machine-stopped': 'machine is stopped',
  'no-access': 'cannot get to it',
  'no-lubricant': 'lubricant missing',
  unsafe: 'not safe',
  'no-time': 'no time',
  'not-needed': 'was not needed',
  other: 'other',
} as const;

/** How the counting of a task begins: a real commissioning, or one of the four ways out of "last service unknown". */
export const baselineWords = {
  commissioned: 'commissioned or overhauled',
  'done-on': 'last done on a known day',
  'at-hours': 'last done at a known meter value',
  'start-today': 'counting starts today',
  'next-round': 'to be done on the next round',
} as const;

const keys = <Words extends Record<string, string>>(words: Words) =>
  Object.keys(words) as [keyof Words & string, ...(keyof Words & string)[]];

/** Body of each kind that is open for writing; kinds without one are refused until their forms exist. */
export const entryBodies = {
  commissioning: z
    .strictObject({
      basis: z.enum(keys(baselineWords)),
      on: day.optional(),
      hours: amount('Meter value', '', 1e12).optional(),
      lubricantId: ulid.optional(),
      volumeL: amount('Filled', 'L', 1e6).optional(),
      typed,
      note,
    })
    .superRefine((body, context) => {
      if (body.basis === 'done-on' && !body.on)
        context.addIssue({ code: 'custom', path: ['on'], message: 'say on which day it was last done.' });
      if (body.basis === 'at-hours' && body.hours === undefined)
        context.addIssue({ code: 'custom', path: ['hours'], message: 'say at which meter value it was last done.' });
    }),
  grease: z.strictObject({
    lubricantId: ulid,
    massG: amount('Grease', 'g', 1e6),
    strokes: z.int().min(0).max(100_000).optional().meta({ title: 'Strokes' }),
    gunId: ulid.optional(),
    typed,
    note,
  }),
  'oil-change': z.strictObject({
    lubricantId: ulid,
    volumeL: amount('Filled', 'L', 1e6),
    drainedL: amount('Drained', 'L', 1e6).optional(),
    typed,
    note,
  }),
  'top-up': z
    .strictObject({
      lubricantId: ulid,
      amountKind: z.enum(keys(amountKinds)),
      amount: amount('Amount', '', 1e6).optional(),
      typed,
      note,
    })
    .superRefine((body, context) => {
      if (body.amountKind === 'litres' && body.amount === undefined)
        context.addIssue({
          code: 'custom',
          path: ['amount'],
          message: 'say how many litres went in; 0 when none was needed.',
        });
    }),
  check: z.strictObject({ result: z.enum(['in-order', 'off']).meta({ title: 'Result' }), typed, note }),
  reading: z.strictObject({
    meterId: ulid,
    value: amount('Reading', '', 1e12),
    typed,
    note,
    /** Why it stands although it does not fit the readings before. */ confirmed: z
      .string()
      .max(longestNote)
      .optional()
      .meta({ title: 'Why it is right' }),
  }),
  'meter-change': z.strictObject({
    meterId: ulid,
    oldValue: amount('Old dial', '', 1e12),
    newValue: amount('New dial', '', 1e12),
    typed,
    note,
  }),
  finding: z.strictObject({
    what: z.enum(keys(findingWords)),
    urgency: z.enum(keys(urgencies)),
    text: z.string().max(longestNote).optional().meta({ title: 'What was seen' }),
  }),
  skip: z.strictObject({
    reason: z.enum(keys(skipReasons)),
    text: z.string().max(longestNote).optional().meta({ title: 'Remark' }),
  }),
  /** Puts off the tasks it answers; how far is capped by `latestPostponement`, which the server checks. */
  postpone: z.strictObject({
    untilOn: day.meta({ title: 'Put off until' }),
    wasDueOn: day.meta({ title: 'Was due on' }),
    reason,
  }),
  'hand-over': z.strictObject({
    scope: z.literal('round'),
    done: z.int().min(0),
    skipped: z.int().min(0),
    left: z.int().min(0),
    text: z.string().max(longestNote).optional().meta({ title: 'Remark' }),
    /** Why the walk was broken off and not gone on with. */ brokenOff: reason.optional(),
  }),
  override: z.strictObject({
    taskId: ulid,
    field: z.enum(['amount', 'interval']).meta({ title: 'Overridden' }),
    unit: z.string().max(20).meta({ title: 'Unit' }),
    /** What the method or the plan said, kept beside the person's number. */
    computed: z.number().nullable().meta({ title: 'Computed' }),
    /** The person's number; null goes back to the computed one. */
    value: z.number().gt(0).max(1e9).nullable().meta({ title: 'Value' }),
    reason,
    typed,
  }),
  note: z.strictObject({
    /** Something that happened to the machine or point, beside its words. */ event: z
      .enum(keys(eventWords))
      .optional()
      .meta({ title: 'What happened' }),
    text: z.string().trim().min(1, { error: 'write something first.' }).max(longestNote).meta({ title: 'Note' }),
  }),
  correction: z.union([
    z.strictObject({ void: z.literal(true), reason }),
    z.strictObject({
      reason,
      replacement: z.strictObject({
        happenedAt: instant('Happened at'),
        offsetMinutes: z.int().min(-840).max(840),
        taskIds: z.array(ulid).max(100),
        body: z.record(z.string(), z.unknown()),
      }),
    }),
  ]),
} as const satisfies Partial<Record<EntryKind, z.ZodType>>;

export type WritableKind = keyof typeof entryBodies;
export type EntryBody<Kind extends WritableKind> = z.infer<(typeof entryBodies)[Kind]>;
export const isWritable = (kind: EntryKind): kind is WritableKind => isOwn(entryBodies, kind);

/** Kinds that, answering a task, count as the service done. */
export const serviceKinds: readonly EntryKind[] = ['grease', 'oil-change', 'top-up', 'check', 'drain', 'flush'];

/** Kinds of entries from which it follows where tasks and meters stand. */
export const decidingKinds: readonly EntryKind[] = [
  ...serviceKinds,
  'reading',
  'meter-change',
  'commissioning',
  'override',
  'postpone',
  'note',
];

/** The envelope as a device sends it; the server adds `seq`, `receivedAt` and the hashes. */
export const entryEnvelope = z.strictObject({
  id: ulid.meta({ title: 'Identifier' }),
  kind: z.enum(entryKinds).meta({ title: 'Kind' }),
  kindVersion: z.literal(1).meta({ title: 'Kind version' }),
  body: z.record(z.string(), z.unknown()).meta({ title: 'Body' }),
  happenedAt: instant('Happened at'),
  offsetMinutes: z.int().min(-840).max(840).meta({ title: 'Offset from UTC', unit: 'min' }),
  personId: ulid.meta({ title: 'Person' }),
  deviceId: z.string().min(1).max(64).meta({ title: 'Device' }),
  /** Null only for what concerns no machine: a round's hand-over, a note on the day. */
  machineId: ulid.nullable().meta({ title: 'Machine' }),
  pointId: ulid.nullable().default(null).meta({ title: 'Point' }),
  taskIds: z.array(ulid).max(100).default([]).meta({ title: 'Tasks answered' }),
  roundId: ulid.nullable().default(null).meta({ title: 'Round' }),
  replacesId: ulid.nullable().default(null).meta({ title: 'Replaces' }),
});
export type EntryEnvelope = z.infer<typeof entryEnvelope>;
export type EntryInput = z.input<typeof entryEnvelope>;
