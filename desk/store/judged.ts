import type { Database } from '../desk';
import { type JudgedLubricant } from '@/core/assign/judge';
/** A lubricant's row as the judging of the core takes it. */
export const judgedOf = ({
  id,
  code,
  name,
  kind,
  isoVg,
  kv40,
  kv100,
  nlgi,
  thickener,
  baseOil,
  additives,
  pourPointC,
  lowerC,
  upperC,
}: InstanceType<Database['Lubricant']>): JudgedLubricant => ({
  id,
  code,
  name,
  kind,
  isoVg,
  kv40,
  kv100,
  nlgi,
  thickener,
  baseOil,
  additives,
  pourPointC,
  lowerC,
  upperC,
});
