import { number } from '../words';

/** A meter as whoever reads it has to know it. */
export type ReadableMeter = {
  id: string;
  machineId: string;
  name: string;
  unit: string;
  lastValue: number | null;
  lastAt: string | null;
  maxPerDay: number;
  resolution: number;
  rolloverAt: number | null;
};

const dayMs = 86_400_000;

/** Why a value looks wrong beside the last reading, in words; null when it fits. */
export function readingDoubt(meter: ReadableMeter, value: number, atMs: number): string | null {
  if (meter.rolloverAt !== null && value >= meter.rolloverAt)
    return `This dial rolls over at ${number(meter.rolloverAt)}; it cannot show ${number(value)}.`;
  if (meter.lastValue === null || meter.lastAt === null) return null;
  const days = (atMs - Date.parse(meter.lastAt)) / dayMs;
  if (days < 0) return null;
  let grown = value - meter.lastValue;
  if (grown < 0 && meter.rolloverAt !== null) grown += meter.rolloverAt;
  if (grown < 0)
    return `The last reading was ${number(meter.lastValue)}. A meter does not run backwards: is a digit missing, or was the meter replaced?`;
  if (grown > meter.maxPerDay * days + meter.resolution)
    return `That is ${number(grown)} more than the last reading of ${number(meter.lastValue)}, faster than ${number(meter.maxPerDay)} per day. Is there a digit too many?`;
  return null;
}
