import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { line } from '../units/typed-field';
import { type LookName, looks } from '../words/looks';
import { machineStateNames } from '../words/machine-states';
import { quantities } from '../words/quantities';
import { runsMeanwhileNames } from '../words/runs-meanwhile';

/** As many characters as a step may have: it is read in gloves, three lines on a phone. */
export const longestStep = 150;
const words = (label: string, max = longestStep) => line(label, { required: true, max });
/** What procedures, their steps and the things that they open are called by. */
export const slug = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, { error: 'small letters, digits and hyphens only.' })
  .max(40);
const minutes = z.number().int().min(1).max(2880);

const every = {
  id: slug,
  says: words('What the step says'),
  /** Taken only where a question chose so. */
  only: slug.optional(),
};

/** What a step shows of the stop that it is done at. */
export const stepShows = {
  store: 'what the store holds of the oil',
  outlets: 'the outlets of the system, to tick',
} as const;
export type StepShows = keyof typeof stepShows;
const shows = z.enum(keysOf(stepShows)).optional();

/** What is tapped once it is so, where “It is open” and “It is closed” do not say it. */
const answer = words('Its button', 30).optional();

/**
 * One step of a procedure. `caution` names the step it is for and stands before it; `reach` is a state of the machine; `clear`
 * is hands, tools and people out, guards on, own lock off; what `open` opens, `close` closes, by the name of the thing.
 */
export const stepSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('say'), ...every }),
  z.strictObject({ kind: z.literal('caution'), ...every, for: slug }),
  z.strictObject({ kind: z.literal('reach'), ...every, state: z.enum(machineStateNames) }),
  z.strictObject({ kind: z.literal('clear'), ...every }),
  z.strictObject({
    kind: z.literal('open'),
    ...every,
    thing: slug,
    name: words('What is open', 60),
    runs: z.enum(runsMeanwhileNames),
    minutes: minutes.optional(),
    /** How many tools, rags and loose parts go in is counted, and stands in its name. */
    counts: z.literal(true).optional(),
    answer,
  }),
  z.strictObject({ kind: z.literal('close'), ...every, thing: slug, answer }),
  z.strictObject({
    kind: z.literal('wait'),
    ...every,
    minutes,
    why: words('Why'),
    longer: z.strictObject({ minutes, when: words('When it is longer') }).optional(),
  }),
  z.strictObject({
    kind: z.literal('read'),
    ...every,
    /** Under what name it is kept. */
    name: words('What is read', 60),
    quantity: z.enum(keysOf(quantities)),
    unit: z.string().max(12),
  }),
  z.strictObject({
    kind: z.literal('look'),
    ...every,
    look: z.enum(Object.keys(looks) as [LookName, ...LookName[]]),
    shows,
  }),
  z.strictObject({
    kind: z.literal('put-in'),
    ...every,
    /** It comes out again: how much is written as a flush. */
    flush: z.literal(true).optional(),
  }),
  z.strictObject({ kind: z.literal('take-out'), ...every }),
  z.strictObject({
    kind: z.literal('confirm'),
    ...every,
    shows,
    no: z.discriminatedUnion('does', [
      /** Back to a step, so often at most; then somebody is asked. */
      z.strictObject({ does: z.literal('again'), from: slug, most: z.number().int().min(1).max(9) }),
      /** The steps of that name are left out; taken where the answer is yes. */
      z.strictObject({ does: z.literal('leave-out'), steps: slug }),
      /** The job stops there, with a finding. */
      z.strictObject({ does: z.literal('stop') }),
    ]),
  }),
]);
export type Step = z.infer<typeof stepSchema>;
export type StepKind = Step['kind'];
export type StepOf<Kind extends StepKind> = Extract<Step, { kind: Kind }>;

/** An ordered way of doing one job, with what it takes. */
export const procedureSchema = z.strictObject({
  code: slug,
  version: z.number().int().min(1),
  title: words('Title', 80),
  /** Where it comes from and how sure that is, as the trade's tables say it. */
  source: words('Source', 120),
  people: z.number().int().min(1).max(9).default(1),
  /** Tools and parts, a line each. */
  takes: z.array(words('What it takes', 80)).max(20),
  steps: z.array(stepSchema).min(1).max(60),
  /** What an earlier visit left open, and this one closes. */
  takesOver: z
    .array(z.strictObject({ thing: slug, name: words('What is open', 60), runs: z.enum(runsMeanwhileNames) }))
    .max(9),
  /** What it leaves open on purpose, handed over by name; empty as a rule. */
  handsOver: z.array(slug).max(9),
  /** The procedure by which the same task goes on at the next visit. */
  followedBy: slug.optional(),
  /** What is written when it is done, where that is not what its task is: which bottle, and when it was drawn. */
  writes: z.literal('sample').optional(),
});
export type Procedure = z.infer<typeof procedureSchema>;

/** The name under which a round keeps the version that it used: `oil-change-splash 1`. */
export const procedureKey = ({ code, version }: Pick<Procedure, 'code' | 'version'>): string => `${code} ${version}`;
