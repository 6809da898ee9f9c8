import type { Transaction } from 'sequelize';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { broughtNothing } from '@/core/entry/filling';
import { doesNotBelong, mixingOf } from '@/core/compat/mixing';
import { insideOf } from '../assign/contents';
import type { Database } from '../desk';
import { judgedOf } from '../store/judged';
import { type WriteOutcome, invalid } from './outcome';

type Given = { lubricantId?: string; overruled?: object; amountKind?: string; amount?: number };

/**
 * A top-up with what does not belong in there is refused, unless a person takes it on with a reason beside the verdict. What
 * was written in the first versions was not asked.
 */
export async function checkBelongs(
  db: Database,
  { kind, kindVersion, body, pointId }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const { lubricantId, overruled, ...given } = body as Given;
  if (kindVersion < 2 || (kind !== 'top-up' && kind !== 'grease')) return undefined;
  if (!lubricantId || !pointId || overruled || broughtNothing(given)) return undefined;
  // Nearly always what is planned goes in: that costs one look, no history. What a change is to bring is not in there yet.
  const [planned] = await db.select<{ lubricantId: string | null }>(
    "SELECT due_state.lubricantId FROM due_state JOIN task ON task.id = due_state.taskId WHERE due_state.pointId = :pointId AND due_state.lubricantId = :lubricantId AND task.action <> 'oil-change' LIMIT 1",
    { pointId, lubricantId },
    transaction,
  );
  if (planned) return undefined;
  const point = await db.LubePoint.findByPk(pointId, { transaction });
  const { filled, toppedUp } = point ? await insideOf(db, point) : { filled: null, toppedUp: [] };
  const inside = [filled, ...toppedUp].flatMap((id) => id ?? []);
  // More of what is in there already makes no other mixture.
  if (inside.includes(lubricantId)) return undefined;
  const rows = await db.Lubricant.findAll({ where: { id: [...inside, lubricantId] }, transaction });
  const added = rows.find(({ id }) => id === lubricantId);
  if (!added) return undefined;
  const bad = rows
    .map((inThere) => ({ inThere, ...mixingOf(judgedOf(inThere), judgedOf(added)) }))
    .filter(({ verdict }) => doesNotBelong(verdict));
  const worst = bad.find(({ verdict }) => verdict === 'never') ?? bad[0];
  if (!worst) return undefined;
  const { inThere, verdict, reasons } = worst;
  return invalid([
    {
      pointer: '/body/overruled',
      detail: `${inThere.code} is in there, and ${added.code} ${verdict === 'never' ? 'must not go onto it' : 'is not known to go with it'}. ${reasons.join(' ')}`,
      code: 'rule',
    },
  ]);
}
