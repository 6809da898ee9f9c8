import { type Band, type OutOfBand, outOfBand } from '../fields/band';
import { own } from '../own';
import { type AskedReading } from '../register/asked-reading';
import { type FindingWhat, type FoundAt, type Urgency, asFinding, findingWords, loweredByOwn } from '../words/findings';
import { type MachineState, isSameForLevel } from '../words/machine-states';
import { type Quantity, type QuantityName, quantities } from '../words/quantities';
import type { Grade } from '../words/sign-row';
import { type Seen, type SignWhat, signRow } from '../words/signs';
import { type Severity, atConsequence, severityOf, unjudged, worse } from '../words/severity';

/** What a reading is by its course, its temperature or the way it came to lie there, whatever its limits say. */
export type ReadSign = { what: FindingWhat; grade?: Grade | undefined; why: string };
/** What was read for one that was asked for. */
export type Taken = {
  value: number;
  state?: MachineState | undefined;
  /** Read otherwise than its limits are for: it is kept, and judges nothing. */
  observation?: true | undefined;
  sign?: ReadSign | undefined;
};
/** What is to be written of a reading that is past its limit. */
export type ReadingFinding = { what: FindingWhat; urgency: Urgency; text: string; grade?: Grade; lowered?: string };
/** The state, or states, that the limits of a quantity are for; null or none where they hold in any. */
type ValidIn = MachineState | readonly MachineState[] | null | undefined;

/** What is done before a machine runs again that was stopped by a reading. */
export const backInBand = 'it is back within its limits and the cause is found';

/** Whether a reading counts, read in a state that its limits are for: a level powered and isolated alike. */
export function counts(
  { quantity, validIn }: { quantity: QuantityName; validIn?: ValidIn },
  { state, observation }: Pick<Taken, 'state' | 'observation'>,
): boolean {
  if (observation) return false;
  if (validIn === null || validIn === undefined) return true;
  return [validIn]
    .flat()
    .some(
      (wanted) =>
        wanted === 'any' ||
        (state !== undefined &&
          (state === wanted || (quantity === 'level' && isSameForLevel(state, wanted, undefined)))),
    );
}

/**
 * Past which limit a reading lies; undefined where it lies within, has no limits, or is an observation only.
 * @example pastLimit({ quantity: 'pressure', validIn: null, band: { warnLow: 20 } }, { value: 12 })?.side // 'low'
 */
export const pastLimit = (
  asked: { quantity: QuantityName; validIn?: ValidIn; band: Band },
  taken: Taken,
): OutOfBand | undefined => (counts(asked, taken) ? outOfBand(taken.value, asked.band) : undefined);

/** What a reading past its band comes to by itself: the sign that it is, where the table has one, and how bad. */
export function pastBand(
  quantity: QuantityName,
  { side, isStop }: OutOfBand,
  seen: Seen,
): { sign?: SignWhat; severity: Severity } {
  const { low, high }: Quantity = quantities[quantity];
  const out = side === 'low' ? low : high;
  const byBand: Severity = isStop
    ? { verdict: 'act-now', actBy: 'immediately', restart: 'after', restartAfter: backInBand }
    : out?.least === 'watch'
      ? unjudged
      : { verdict: 'plan', actBy: 'this-week', restart: 'yes' };
  return out ? { sign: out.sign, severity: worse(severityOf(signRow(out.sign, seen)), byBand) } : { severity: byBand };
}

/**
 * The finding that a reading is which lies past its limit, or shows a sign by its course: whichever of the two is worse, with
 * what somebody said that it means and who acts.
 * @returns undefined where it is neither
 */
export function findingOfReading(
  asked: AskedReading,
  taken: Taken,
  { kind, consequence, own }: FoundAt,
): ReadingFinding | undefined {
  const past = pastLimit(asked, taken);
  const seen = { kind, own, stage: 'steady' } as const;
  const byBand = past && pastBand(asked.quantity, past, seen);
  const sign = taken.sign ?? signOfNothing(asked, taken);
  const bySign = sign && severityOf(signRow(sign.what, { ...seen, grade: sign.grade }));
  if (!byBand && !bySign) return undefined;
  const severity = byBand && bySign ? worse(byBand.severity, bySign) : (byBand?.severity ?? bySign!);
  const what = sign?.what ?? asFindingWhat(byBand?.sign);
  const { urgency } = asFinding(atConsequence(severity, consequence));
  const grade = sign?.grade;
  const lowered = loweredByOwn({ what, urgency, grade }, signRow(what, { ...seen, grade }).mark);
  return {
    what,
    urgency,
    text: [readWords(asked, taken.value, past, sign?.why), outsideWords(asked)].filter(Boolean).join(' '),
    ...(grade && { grade }),
    ...(lowered && { lowered }),
  };
}

/** What was read, past which limit it lies and what it shows besides, in one sentence. */
function readWords(asked: AskedReading, value: number, past: OutOfBand | undefined, why: string | undefined): string {
  const unit = asked.unit && ` ${asked.unit}`;
  const limit =
    past && `${past.side === 'low' ? 'below' : 'above'} ${past.isStop ? 'the stop at ' : ''}${past.limit}${unit}`;
  return `${asked.name} ${[`${value}${unit}`, limit, why].filter(Boolean).join(', ')}.`;
}

/** A glass or a dipstick that shows nothing is not a low level: nobody knows how far below it the oil stands. */
const signOfNothing = (
  { quantity, unit, validIn, gauge = 'glass' }: AskedReading,
  taken: Taken,
): ReadSign | undefined =>
  quantity === 'level' &&
  unit === '%' &&
  taken.value <= 0 &&
  (gauge === 'glass' || gauge === 'dipstick') &&
  counts({ quantity, validIn }, taken)
    ? { what: 'no-oil', why: 'nothing to be seen' }
    : undefined;

const asFindingWhat = (sign: SignWhat | undefined): FindingWhat =>
  sign && own<string>(findingWords, sign) !== undefined ? (sign as FindingWhat) : 'other';

/**
 * What was said of a reading outside of its limits: what it means there, and who acts; empty where nobody said.
 * @example outsideWords({ means: 'the slide may fall', whoActs: 'hydraulics service' }) // 'It means: the slide may fall. Call: hydraulics service.'
 */
export const outsideWords = ({ means, whoActs }: Pick<AskedReading, 'means' | 'whoActs'>): string =>
  [means && `It means: ${means}.`, whoActs && `Call: ${whoActs}.`].filter(Boolean).join(' ');

/** So many spans beyond its limits, or without any so many times the last, a reading is more likely a slip of the finger (L C). */
const slip = { spans: 2, times: 8 };

/**
 * Why a reading is hard to believe, in words; undefined where it is not. It is asked once more, and taken when it is said
 * again: what was read is what was read.
 * @param last what it was the last time, where that is known
 * @example slipOf({ name: 'Oil', unit: '°C', band: { warnHigh: 70 } }, 61) // undefined
 */
export function slipOf(
  { name, unit, band }: Pick<AskedReading, 'name' | 'unit' | 'band'>,
  value: number,
  last?: number,
): string | undefined {
  const words = (each: number) => `${each}${unit && ` ${unit}`}`;
  const limits = Object.values(band).filter((limit) => limit !== undefined);
  if (limits.length === 0)
    return last !== undefined && last !== 0 && Math.abs(value) > slip.times * Math.abs(last)
      ? `${name} ${words(value)}: the last was ${words(last)}. Is it right?`
      : undefined;
  const [low, high] = [Math.min(...limits), Math.max(...limits)];
  const span = slip.spans * Math.max(high - low, Math.abs(high), Math.abs(low));
  return value > high + span || value < low - span
    ? `${name} ${words(value)} lies far from ${words(value > high ? high : low)}. Is it right?`
    : undefined;
}
