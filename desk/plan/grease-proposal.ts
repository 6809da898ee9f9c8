import { greaseInterval } from '../../core/grease/interval';
import { greaseQuantity } from '../../core/grease/quantity';
import { type Method, type StoredComputation, runMethod } from '../../core/method';
import { computesGrease } from '../../core/register/point-kinds';
import type { Database } from '../desk';
import { thePlant } from '../plant';

/** What the methods say for a point: each number with its working, or why there is none. */
export type GreaseProposal = { amount: Proposed; interval: Proposed };
export type Proposed = { ok: true; stored: StoredComputation; value: number } | { ok: false; reason: string };

/**
 * Amount and interval of a greased bearing, by the plant's schools from the point's own fields.
 * @returns undefined for kinds that the core cannot compute
 */
export async function greaseProposal(db: Database, point: { kind: string; details: Record<string, number | string> }, lubricant: { densityGCm3: number; upperC: number | null } | null): Promise<GreaseProposal | undefined> {
  if (!computesGrease(point.kind as never)) return undefined;
  const plant = await thePlant(db);
  const { bearingKind, boreMm, speedRpm, temperatureC, contamination, moisture, vibrationMmS, position, outsideDiameterMm, widthMm, feed } = point.details;
  const interval = await propose(greaseInterval as unknown as Method, 'intervalH', { kind: bearingKind, boreMm, speedRpm, temperatureC, contamination, moisture, vibrationMmS, position, temperatureRule: plant.temperatureRule, ...(lubricant?.upperC != null && { greaseUpperC: lubricant.upperC }) });
  const school = plant.greaseSchool === 'fixed' ? { school: 'fixed', ...(feed && { feed }) } : { school: 'by-interval', ...(interval.ok && { intervalH: interval.value }) };
  const amount = await propose(greaseQuantity as unknown as Method, 'massG', { outsideDiameterMm, widthMm, ...school, ...(lubricant && { densityGCm3: lubricant.densityGCm3 }) });
  return { amount, interval };
}

async function propose(method: Method, key: string, input: Record<string, unknown>): Promise<Proposed> {
  const run = await runMethod(method, JSON.parse(JSON.stringify(input)));
  if (!run.ok) return { ok: false, reason: run.detail };
  const { method: methodId, version, result, working, notices, source } = run;
  return { ok: true, stored: { methodId, version, input, result, working, notices, source }, value: (result as Record<string, number>)[key]! };
}
