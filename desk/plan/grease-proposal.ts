import { type GreasePlan, greasePlan } from '@/core/grease/plan';
import { computesGrease } from '@/core/register/point-kinds';
import type { Database } from '../desk';
import { thePlant } from '../plant';

/**
 * Amount and interval of a greased bearing, by the plant's schools from the point's own fields.
 * @returns undefined for kinds that the core cannot compute
 */
export async function greaseProposal(
  db: Database,
  point: { kind: string; details: Record<string, number | string> },
  lubricant: { densityGCm3: number; upperC: number | null } | null,
): Promise<GreasePlan | undefined> {
  if (!computesGrease(point.kind as never) || point.details.lubricatedBy === 'oil') return undefined;
  const { greaseSchool, temperatureRule } = await thePlant(db);
  return greasePlan(point.details, { greaseSchool, temperatureRule }, lubricant);
}
