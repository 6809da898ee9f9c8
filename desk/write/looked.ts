import type { Transaction } from 'sequelize';
import type { EntryBody } from '@/core/entry/kinds';
import type { EntryEnvelope } from '@/core/entry/envelope';
import type { AskedReading } from '@/core/register/asked-reading';
import type { Looked } from '@/core/condition/look';
import { pastLimit } from '@/core/condition/reading';
import { lookAnswer } from '@/core/words/looks';
import type { Database } from '../desk';
import { type WriteOutcome, invalid } from './outcome';

/**
 * A look that answers tasks is not in order while something that was read lies past the limit that one of them names, or
 * something was seen that the table of looks knows for a sign. What has another name is kept, and judges nothing.
 */
export async function checkLooked(
  db: Database,
  { kind, kindVersion, body, taskIds }: Pick<EntryEnvelope, 'kind' | 'kindVersion' | 'body' | 'taskIds'>,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  if (kind !== 'check' || kindVersion < 2 || taskIds.length === 0) return undefined;
  const { result, readings = [], looks = [] } = body as EntryBody<'check'> & { readings?: Read[]; looks?: Looked[] };
  if (result === 'off') return undefined;
  const seen = looks.flatMap(({ what, seen: words }, place) =>
    lookAnswer(what, words)?.answer.sign
      ? [
          {
            pointer: `/body/looks/${place}/seen`,
            detail: `${what}, ${words}: this look is not in order. Write it so, with what was found.`,
            code: 'rule',
          },
        ]
      : [],
  );
  if (seen.length > 0) return invalid(seen);
  if (readings.length === 0) return undefined;
  const tasks = await db.select<{ readings: AskedReading[] }>(
    "SELECT readings FROM task WHERE id IN (:taskIds) AND readings <> '[]'",
    { taskIds },
    transaction,
  );
  const asked = tasks.flatMap((task) => task.readings);
  const problems = readings.flatMap((read, place) => {
    const wanted = asked.find(({ name, unit }) => name === read.quantity && unit === read.unit);
    const past = wanted && pastLimit(wanted, read);
    if (!past) return [];
    const words = `${read.quantity} ${read.value} ${read.unit}`.trim();
    const limit = `${past.side === 'low' ? 'below' : 'above'} ${past.limit} ${read.unit}`.trim();
    return [
      {
        pointer: `/body/readings/${place}/value`,
        detail: `${words} is ${limit}: this look is not in order. Write it so, with what was found.`,
        code: 'rule',
      },
    ];
  });
  return problems.length > 0 ? invalid(problems) : undefined;
}

type Read = NonNullable<Extract<EntryBody<'check'>, { readings?: unknown }>['readings']>[number];
