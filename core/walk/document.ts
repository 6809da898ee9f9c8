import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { levelGauges } from '../words/level-gauges';
import { procedureSchema } from '../procedure/step';
import { runsMeanwhileNames } from '../words/runs-meanwhile';
import { machineStateNames } from '../words/machine-states';
import { urgencies } from '../words/findings';
import { lookNames } from '../words/looks';
import { quantities } from '../words/quantities';
import { actByWords, restartWords, verdicts } from '../words/sign-row';
import { type TaskAction, taskActions } from '../words/task-words';
import { besideNames } from '../units/beside';

/**
 * What the Round page loads: one versioned document with everything a walk needs, so that it works without signal.
 * Raised `version` means an older page must reload itself before it walks.
 */
export const walkDocumentVersion = 2;

const limit = z.number().optional();
/** A finding that is open at a stop, or stops its whole machine; `again` says the same once more. */
const open = z.object({
  entryId: z.string(),
  said: z.string(),
  text: z.string(),
  urgency: z.enum(keysOf(urgencies)),
  foundOn: z.string(),
  /** Where, if not at this very point. */
  elsewhere: z.string().nullable(),
  again: z.record(z.string(), z.unknown()),
});

/** What is said here in place of a row of the table of signs. */
const ownSign = z.object({
  what: z.string(),
  row: z.string(),
  says: z.object({
    verdict: z.enum(keysOf(verdicts)),
    actBy: z.enum(keysOf(actByWords)).exactOptional(),
    restart: z.enum(keysOf(restartWords)).exactOptional(),
    causes: z.array(z.string()).readonly(),
    next: z.array(z.string()).readonly(),
  }),
  source: z.string(),
});

/** A reading that a stop asks for, with what it was the last time. */
const asked = z.object({
  quantity: z.enum(keysOf(quantities)),
  name: z.string(),
  unit: z.string(),
  validIn: z.enum(machineStateNames).nullable(),
  band: z.object({ stopLow: limit, warnLow: limit, warnHigh: limit, stopHigh: limit }),
  whoActs: z.string().optional(),
  means: z.string().optional(),
  gauge: z.enum(keysOf(levelGauges)).optional(),
  last: z.object({ value: z.number(), at: z.string() }).nullable().default(null),
  /** How much of what a device holds has gone in a day until now; null where nobody can say. */
  usualPerDay: z.number().nullable().default(null),
  /** What wears: what it measured since it was new, at the run hours of then, and where those stand; empty and null else. */
  worn: z.array(z.object({ hours: z.number(), value: z.number() })).default([]),
  hoursNow: z.number().nullable().default(null),
  /** How it rose the first time that it was read every few minutes; empty where it never was. */
  curve: z.array(z.object({ minutes: z.number(), value: z.number() })).default([]),
});

const stop = z.object({
  taskId: z.string(),
  title: z.string(),
  action: z.enum(Object.keys(taskActions) as [TaskAction, ...TaskAction[]]),
  pointId: z.string(),
  pointLabel: z.string(),
  pointName: z.string(),
  location: z.string(),
  machineId: z.string(),
  machineCode: z.string(),
  machineName: z.string(),
  areaName: z.string(),
  /** What decides how urgent something is that is seen here. */
  pointKind: z.string().default('generic'),
  consequence: z.number().default(2),
  who: z.string().default('technician'),
  machineState: z.string(),
  energySources: z.array(z.object({ source: z.string(), proofOfZero: z.string() })),
  cautions: z.string(),
  doNots: z.string(),
  accessNote: z.string(),
  procedureText: z.string(),
  enoughSign: z.string(),
  forbidsAirGun: z.boolean(),
  /** Packed in, not pressed in with a gun. */
  filledByHand: z.boolean().default(false),
  strokeRounding: z.enum(['nearest', 'down']).default('nearest'),
  lubricant: z.object({ id: z.string(), code: z.string(), name: z.string() }).nullable(),
  amountKind: z.string(),
  amount: z.number().nullable(),
  /** Plan's number where a person has overridden it. */
  plannedAmount: z.number().nullable(),
  /** What of its lubricant it takes, by plan or by what the log says such a service took; null where nobody can say. */
  needs: z
    .object({ value: z.number(), unit: z.enum(['g', 'L']), isByLog: z.boolean() })
    .nullable()
    .default(null),
  /** What is flushed with before an oil change, in litres. */
  flushL: z.number().default(0),
  /** How much oil or grease there is room for in all; null where nobody has said. */
  holdsL: z.number().nullable().default(null),
  holdsG: z.number().nullable().default(null),
  dueWords: z.string(),
  /** How the operator's card of this machine was kept, for whoever looks here; null where there is none. */
  operatorCard: z.string().nullable(),
  /** Tasks that do this one as well: done on this round, they answer this stop too. */
  answeredBy: z.array(z.string()).default([]),
  readings: z.array(asked).default([]),
  looks: z.array(z.enum(lookNames)).default([]),
  /** What the plant and the point say in place of the table of signs. */
  own: z.array(ownSign).default([]),
  /** The procedure that it is done by, as `procedures` names it; null where there is none. */
  procedure: z.string().nullable().default(null),
  /** The last step that an earlier visit wrote down, where it left the job open. */
  leftAfter: z.string().nullable().default(null),
  /** How the level is read and made up here, a sentence each. */
  level: z.array(z.string()).default([]),
  /** How often it is flushed, where a flush is asked for; empty where nobody can say. */
  flush: z.string().default(''),
  /** What the store holds of its oil, against what a change takes; empty elsewhere. */
  store: z.string().default(''),
  /** The outlets that its system feeds, by name. */
  outlets: z.array(z.string()).default([]),
  /** Ways to get at it that a planner has approved, with who found each and when. */
  tricks: z.array(z.object({ text: z.string(), hazard: z.string(), by: z.string(), at: z.string() })).default([]),
  /** What an earlier visit drained for this job, in litres; null where none did. */
  drainedL: z.number().nullable().default(null),
  /** What a coolant sump holds and should be; null elsewhere. */
  coolant: z.object({ tankL: z.number(), targetPct: z.number(), factor: z.number() }).nullable().default(null),
  open: z.array(open).default([]),
  /** What has already been written for this stop on this round. */
  written: z.object({ entryId: z.string(), kind: z.string(), off: z.boolean().optional() }).nullable(),
  /** What somebody else did here that the plan of this walk could not know, and that nobody has settled. */
  alsoBy: z
    .object({
      entryId: z.string(),
      initials: z.string(),
      at: z.string(),
      amount: z.object({ value: z.number(), unit: z.string() }).nullable(),
    })
    .nullable()
    .default(null),
  /** What of its plan was changed since the device kept it, in words, until somebody has seen it: the device's own. */
  changed: z.array(z.string()).default([]),
  /** The finding of this round at this point that says "act now"; null where there is none. */
  actNow: z.string().nullable().default(null),
  /** Why it cannot be done before one of some tasks is: a unit that came empty is not run to look at it. */
  heldBack: z
    .object({ reason: z.string(), until: z.array(z.string()) })
    .nullable()
    .default(null),
});

/** Something that is open at a machine of the walk, or a lock that is on. */
const openThing = z.object({
  entryId: z.string(),
  isLock: z.boolean(),
  name: z.string(),
  /** Its name in the procedure that opened it, and the task. */
  thing: z.string().nullable(),
  taskId: z.string().nullable(),
  machineId: z.string(),
  machineCode: z.string(),
  pointId: z.string().nullable(),
  runs: z.enum(runsMeanwhileNames),
  runsWords: z.string(),
  openedAt: z.string(),
  holder: z.object({ id: z.string(), initials: z.string() }),
  isWaived: z.boolean(),
  /** It was opened on this very walk. */
  isOfWalk: z.boolean(),
});

export const walkDocument = z.object({
  version: z.literal(walkDocumentVersion),
  roundId: z.string(),
  route: z.object({ id: z.string(), code: z.string(), name: z.string() }),
  person: z.object({ id: z.string(), initials: z.string(), name: z.string() }),
  startedAt: z.string(),
  loadedAt: z.string(),
  signedAt: z.string().nullable(),
  stops: z.array(stop),
  /** Procedures that its stops name, in the version that this walk keeps. */
  procedures: z.record(z.string(), procedureSchema).default({}),
  openThings: z.array(openThing).default([]),
  /** Who may be named when something is handed on. */
  people: z.array(z.object({ id: z.string(), initials: z.string(), name: z.string() })).default([]),
  /** What the plant says in place of the usual numbers of walks and loads. */
  ownNumbers: z.record(z.string(), z.number()).default({}),
  /** Which other units the plant says beside those in which it keeps everything. */
  unitsBeside: z.array(z.enum(besideNames)).default([]),
  guns: z.array(
    z.object({
      id: z.string(),
      code: z.string(),
      name: z.string(),
      lubricantId: z.string(),
      gramsPerStroke: z.number(),
      airPowered: z.boolean(),
    }),
  ),
  meters: z.array(
    z.object({
      id: z.string(),
      machineId: z.string(),
      name: z.string(),
      unit: z.string(),
      lastValue: z.number().nullable(),
      lastAt: z.string().nullable(),
      maxPerDay: z.number(),
      resolution: z.number(),
      rolloverAt: z.number().nullable(),
      readInRound: z.boolean(),
    }),
  ),
});

export type WalkDocument = z.infer<typeof walkDocument>;
export type WalkStop = WalkDocument['stops'][number];
export type WalkOpenThing = WalkDocument['openThings'][number];
/** A document without what its reader fills in by itself. */
export type LeanDocument = z.input<typeof walkDocument>;

/** What a reader fills in, as JSON, by field. */
const filledIn = (shape: Readonly<Record<string, z.ZodType>>): Map<string, string> =>
  new Map(
    Object.entries(shape).flatMap(([name, field]) =>
      field instanceof z.ZodDefault ? [[name, JSON.stringify(field.def.defaultValue)] as const] : [],
    ),
  );
const [ofStop, ofReading] = [filledIn(stop.shape), filledIn(asked.shape)];
const without = <Values extends object>(values: Values, filled: Map<string, string>): Values =>
  Object.fromEntries(
    Object.entries(values).filter(([name, value]) => !filled.has(name) || filled.get(name) !== JSON.stringify(value)),
  ) as Values;

/**
 * The document without what its schema fills in again: most stops have no coolant and nothing that wears, and a page that
 * begins a walk carries every stop of its route.
 */
export const leanDocument = (document: WalkDocument): LeanDocument => ({
  ...document,
  stops: document.stops.map((each) =>
    without({ ...each, readings: each.readings.map((reading) => without(reading, ofReading)) }, ofStop),
  ),
});
