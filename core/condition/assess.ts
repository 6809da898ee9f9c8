import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { type Notice, type WorkingStep, answer, defineMethod, shown } from '../method';
import { pointKindNames } from '../register/point-kinds';
import { actNowWords } from '../words/findings';
import { type MachineState, machineStateNames, machineStates } from '../words/machine-states';
import { type Sign, actByWords, grades, restartWords, verdicts, wheres } from '../words/sign-row';
import { type Seen, type SignWhat, combinations, signRow, signs } from '../words/signs';
import { hasLimits, outOfBand } from '../fields/band';
import { quantities, quantityWords } from '../words/quantities';
import {
  type Severity,
  afterVisits,
  atConsequence,
  fine,
  raised,
  severityOf,
  unjudged,
  worse,
} from '../words/severity';
import { backInBand, counts, pastBand } from './reading';

const rows = Object.values(signs).flatMap((sign: Sign) => sign.rows);
const wordsOf = (lists: readonly (readonly string[])[]) => z.enum([...new Set(lists.flat())] as [string, ...string[]]);

/** Steps that no row of the table has: what a reading asks for that cannot be judged as it is. */
const readAgain = 'read it again in the state that its limits are for';
const askLimits = 'have its limits said';
const notJudged = 'look at it yourself: nobody has judged this yet';

const limits = z.strictObject({
  stopLow: z.number().optional().meta({ title: 'Stop below' }),
  warnLow: z.number().optional().meta({ title: 'Warn below' }),
  warnHigh: z.number().optional().meta({ title: 'Warn above' }),
  stopHigh: z.number().optional().meta({ title: 'Stop above' }),
  validIn: z
    .array(z.enum(machineStateNames as [MachineState, ...MachineState[]]))
    .max(machineStateNames.length)
    .optional()
    .meta({ title: 'Valid in' }),
});

const observation = z.strictObject({
  what: z.enum(keysOf(signs)).meta({ title: 'What is seen' }),
  grade: z.enum(grades).optional().meta({ title: 'How much, or which' }),
  where: z.enum(wheres).optional().meta({ title: 'Where' }),
  standing: z.enum(['clears', 'stays']).optional().meta({ title: 'A sample left to stand' }),
});

const reading = z.strictObject({
  quantity: z.enum(keysOf(quantities)).meta({ title: 'Quantity' }),
  value: z.number().meta({ title: 'Value' }),
  unit: z.string().trim().max(20).default('').meta({ title: 'Unit' }),
  state: z
    .enum(machineStateNames as [MachineState, ...MachineState[]])
    .optional()
    .meta({ title: 'Read when' }),
  limits: limits.optional().meta({ title: 'Limits, in the same unit' }),
});
type Reading = z.output<typeof reading>;

/** Something that was seen or read, and what it comes to by itself. */
type Judged = {
  label: string;
  why: string;
  severity: Severity;
  what: SignWhat | undefined;
  causes: readonly string[];
  next: readonly string[];
  lookAgainHours?: number | undefined;
};

/**
 * What a visit has shown, all of it together. Example: an oil that is milky and rust-red at a gear case is one step worse
 * than either: it is acted on in this shift.
 */
export const conditionAssess = defineMethod({
  id: 'condition.assess',
  version: 1,
  title: 'What findings and readings mean',
  summary: 'Verdict, by when, whether it may run on, causes, and what to look at next.',
  source:
    'Table of findings of the practice page: conventions of the trade unless a row names a standard (vibration zones: ISO 20816). A manual or the plant’s own instruction comes first',
  input: z
    .strictObject({
      observations: z.array(observation).max(40).default([]).meta({ title: 'Seen' }),
      readings: z.array(reading).max(40).default([]).meta({ title: 'Read' }),
      point: z
        .strictObject({
          kind: z
            .enum(pointKindNames as [string, ...string[]])
            .default('generic')
            .meta({ title: 'Kind of point' }),
          stage: z.enum(['run-in', 'steady']).default('steady').meta({ title: 'Stage' }),
          consequence: z.number().int().min(1).max(4).default(2).meta({ title: 'Consequence of a failure' }),
          visitsRunning: z.number().int().min(1).max(1000).default(1).meta({ title: 'Visits running that showed it' }),
        })
        .prefault({})
        .meta({ title: 'Point' }),
      justGreased: z.boolean().default(false).meta({ title: 'Greased just before' }),
    })
    .superRefine(({ observations, readings }, context) => {
      if (observations.length === 0 && readings.length === 0)
        context.addIssue({
          code: 'custom',
          path: ['observations'],
          message: 'say at least one thing that was seen or read.',
        });
    }),
  output: z.object({
    verdict: z.enum(keysOf(verdicts)).meta({ title: 'Verdict' }),
    actBy: z.enum(keysOf(actByWords)).optional().meta({ title: 'By when' }),
    restart: z.enum(keysOf(restartWords)).meta({ title: 'May it run' }),
    restartAfter: wordsOf([[backInBand], rows.flatMap(({ restartAfter }) => restartAfter ?? [])])
      .optional()
      .meta({ title: 'Not before' }),
    causes: z.array(wordsOf(rows.map(({ causes }) => causes))).meta({ title: 'Likely causes' }),
    nextSteps: z
      .array(wordsOf([...rows.map(({ next }) => next), [readAgain, askLimits, notJudged]]))
      .meta({ title: 'Next' }),
    lookAgainHours: z.number().positive().optional().meta({ title: 'Look again within', unit: 'h' }),
  }),
  rules: [
    'At least one thing is seen or read. What has no limits, or was read in another state than its limits are for, is never fine.',
    'Signs that belong together are one step worse than the worse of them; so is everything at a point of consequence 4. What is only watched is planned when it shows for the third visit running.',
  ],
  compute({ observations, readings, point, justGreased }) {
    const context = { ...point, visits: point.visitsRunning, justGreased };
    const judged = [
      ...observations.map(({ what, ...seen }) => judgedSign(what, { ...context, ...seen })),
      ...readings.map((each) => judgedReading(each, context)),
    ];
    const { severity, steps } = together(judged, point);
    const worstFirst = [...judged].sort((a, b) => order(b.severity) - order(a.severity));
    const looks = judged.flatMap(({ lookAgainHours }) => lookAgainHours ?? []);
    const notices: Notice[] = severity.verdict === 'act-now' ? [{ level: 'stop', text: actNowWords }] : [];
    return answer(
      {
        ...severity,
        causes: [...new Set(worstFirst.flatMap(({ causes }) => causes))],
        nextSteps: [...new Set(worstFirst.flatMap(({ next }) => next))],
        ...(looks.length > 0 && { lookAgainHours: Math.min(...looks) }),
      },
      [...judged.map(({ label, why, severity: by }) => step(label, why, by)), ...steps],
      notices,
    );
  },
});

const step = (label: string, expression: string, { verdict, actBy }: Severity): WorkingStep => ({
  label,
  expression,
  value: actBy ? `${verdicts[verdict]}, ${actByWords[actBy]}` : verdicts[verdict],
  unit: '',
});

const order = ({ verdict }: Severity): number => ['fine', 'watch', 'plan', 'act-now'].indexOf(verdict);

function judgedSign(what: SignWhat, seen: Seen): Judged {
  const row = signRow(what, seen);
  const { causes, next, lookAgainHours, mark } = row;
  return {
    label: signs[what].words,
    why: `table, ${mark}`,
    severity: severityOf(row),
    what,
    causes,
    next,
    lookAgainHours,
  };
}

/** Why a reading cannot be judged as it is, and what to do about it; undefined where it can. */
function unjudgedBecause({ quantity, state, limits: band }: Reading): { why: string; next: string } | undefined {
  const { validIn, ...limitsOf } = band ?? {};
  if (!hasLimits(limitsOf)) return { why: 'nobody said its limits', next: askLimits };
  if (!validIn || counts({ quantity, validIn }, { state })) return undefined;
  return {
    why: `its limits hold ${validIn.map((each) => machineStates[each]).join(' or ')}: an observation`,
    next: readAgain,
  };
}

/** A reading against its band: within it, over a warning, over a stop; or not to be judged as it is. */
function judgedReading(given: Reading, context: Seen): Judged {
  const { quantity, value, unit, limits: band = {} } = given;
  const open = {
    label: `${quantityWords[quantity]} ${shown(value)}${unit && ` ${unit}`}`,
    what: undefined,
    causes: [],
    next: [],
  };
  const because = unjudgedBecause(given);
  if (because) return { ...open, why: because.why, severity: unjudged, next: [because.next] };
  const past = outOfBand(value, band);
  if (!past) return { ...open, why: 'within its limits', severity: fine };
  const { sign, severity } = pastBand(quantity, past, context);
  const why = `${past.side === 'low' ? 'below' : 'above'} its ${past.isStop ? 'stop' : 'warning'} limit`;
  if (!sign) return { ...open, why, severity, next: [notJudged] };
  return { ...judgedSign(sign, context), label: open.label, why, severity };
}

/** All of it together: the worst, one step more for what belongs together, for what it would cost, for how long it has shown. */
function together(
  judged: readonly Judged[],
  { consequence, visitsRunning }: { consequence: number; visitsRunning: number },
): { severity: Severity; steps: WorkingStep[] } {
  const steps: WorkingStep[] = [];
  let severity = judged.map((each) => each.severity).reduce(worse, fine);
  const bad = judged.filter((each) => each.what !== undefined && each.severity.verdict !== 'fine');
  for (const { of, words } of combinations) {
    const pair = of.map((side) => bad.filter(({ what }) => side.includes(what!)));
    if (pair.some((some) => some.length === 0)) continue;
    severity = worse(
      severity,
      raised(
        pair
          .flat()
          .map((each) => each.severity)
          .reduce(worse),
      ),
    );
    steps.push(step(words, 'together one step worse', severity));
  }
  const watched = afterVisits(severity, visitsRunning);
  if (watched !== severity)
    steps.push(step(`${visitsRunning} visits running`, 'what is only watched is planned from the third on', watched));
  const here = atConsequence(watched, consequence);
  if (here !== watched) steps.push(step('Consequence 4', 'one step worse', here));
  return { severity: here, steps };
}
