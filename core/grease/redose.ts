import type { Notice } from '../method';
import { type Proposed, meteredDose } from './plan';

/** More grease than this an hour (g/h per mm² of D·B) only churns and is pressed out. Mark: M B. */
const mostPerHour = 0.5e-4;

export type Redose = {
  /** The dose that fits the interval that is followed now, by the school that goes by interval. */
  proposed: Proposed & { ok: true };
  /** Grams in 1000 machine hours: as planned, with the dose that stands, and with the proposed one. */
  per1000H: { planned: number; standing: number; proposed: number };
  notices: Notice[];
};

/**
 * The dose worked out anew where a person follows another interval than was planned: the old dose at the new interval
 * gives another rate, and nobody decided that.
 * @param interval machine hours, planned and followed
 * @param dose grams of a service, planned and standing now
 * @returns undefined where the sizes for it are not known
 */
export function redose(
  details: Readonly<Record<string, number | string>>,
  interval: { plannedH: number; followedH: number },
  dose: { plannedG: number; standingG: number },
  densityGCm3: number | undefined,
): Redose | undefined {
  const proposed = meteredDose(details, 'by-interval', interval.followedH, densityGCm3);
  if (!proposed.ok) return undefined;
  const rate = (massG: number, hours: number) => (1000 * massG) / hours;
  const per1000H = {
    planned: rate(dose.plannedG, interval.plannedH),
    standing: rate(dose.standingG, interval.followedH),
    proposed: rate(proposed.value, interval.followedH),
  };
  const most = 1000 * mostPerHour * Number(details.outsideDiameterMm) * Number(details.widthMm);
  const notices: Notice[] =
    Math.max(per1000H.standing, per1000H.proposed) > most
      ? [
          {
            level: 'caution',
            text: `More than some ${Number(most.toPrecision(3))} g in 1000 h is more than a bearing of this size takes: it churns, runs hot and is pressed out.`,
          },
        ]
      : [];
  return { proposed, per1000H, notices };
}
