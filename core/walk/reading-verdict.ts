import { type OutOfBand, outOfBand } from '../fields/band';
import { type AskedReading } from '../register/asked-reading';
import { type FindingWhat, type Urgency, findingWords, isLower, urgencyOf } from '../words/findings';
import { type MachineState, isSameForLevel } from '../words/machine-states';
import { own } from '../own';
import { type Quantity, quantities } from '../words/quantities';

/** What was read for one that was asked for. */
export type Taken = { value: number; state?: MachineState | undefined };
/** What is to be written of a reading that is past its limit. */
export type ReadingFinding = { what: FindingWhat; urgency: Urgency; text: string };

/** Whether a reading counts, read in the state that its limits are for: a level powered and isolated alike. */
export const counts = ({ quantity, validIn }: Pick<AskedReading, 'quantity' | 'validIn'>, { state }: Taken): boolean =>
  validIn === null ||
  validIn === 'any' ||
  state === validIn ||
  (quantity === 'level' && state !== undefined && isSameForLevel(state, validIn, undefined));

/**
 * Past which limit a reading lies; undefined where it lies within, has no limits, or is an observation only.
 * @example pastLimit({ quantity: 'pressure', validIn: null, band: { warnLow: 20 } }, { value: 12 })?.side // 'low'
 */
export const pastLimit = (
  asked: Pick<AskedReading, 'quantity' | 'validIn' | 'band'>,
  taken: Taken,
): OutOfBand | undefined => (counts(asked, taken) ? outOfBand(taken.value, asked.band) : undefined);

/**
 * The finding that a reading past its limit is: the sign of its quantity, as urgent as that and its limit make it.
 * @returns undefined where it is past none
 */
export function findingOfReading(
  asked: AskedReading,
  taken: Taken,
  point: { kind: string; consequence: number },
): ReadingFinding | undefined {
  const past = pastLimit(asked, taken);
  if (!past) return undefined;
  const { low, high }: Quantity = quantities[asked.quantity];
  const out = past.side === 'low' ? low : high;
  const what: FindingWhat =
    out && own<string>(findingWords, out.sign) !== undefined ? (out.sign as FindingWhat) : 'other';
  const bySign = urgencyOf(what, point);
  const byBand: Urgency = past.isStop ? 'act-now' : out?.least === 'watch' ? 'watch' : 'plan';
  const unit = asked.unit && ` ${asked.unit}`;
  return {
    what,
    urgency: isLower(bySign, byBand) ? byBand : bySign,
    text: `${asked.name} ${taken.value}${unit}, ${past.side === 'low' ? 'below' : 'above'} ${past.isStop ? 'the stop at ' : ''}${past.limit}${unit}.`,
  };
}
