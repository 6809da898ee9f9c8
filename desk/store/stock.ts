import { ulid } from 'ulid';
import { type Dimension, parseQuantity } from '@/core/units/parse-quantity';
import { isGreaseKind, stockForm } from '@/core/store/store-room';
import { plantToday } from '@/core/time/plant-day';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';

/** How a lubricant is counted: greases in grams, all else in litres. */
export const stockDimension = (kind: string): Extract<Dimension, 'mass' | 'volume'> =>
  isGreaseKind(kind) ? 'mass' : 'volume';

/** Puts a container on the shelf. */
export async function addStock(
  { db, now }: Desk,
  lubricantId: string,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(stockForm, values);
  if (!form.ok) return form;
  const lubricant = await db.Lubricant.findByPk(lubricantId);
  if (!lubricant) return refusal('not-found', 'This lubricant is not in the store room any more.');
  const amount = parseQuantity(form.value.amount, stockDimension(lubricant.kind));
  if (!amount.ok) return refusal('invalid', 'The amount cannot be read.', { amount: `In it: ${amount.reason}` });
  if (amount.value <= 0 || amount.value > 1e7)
    return refusal('invalid', 'The amount is out of reach.', {
      amount: 'In it: must be more than nothing, and less than ten tonnes.',
    });
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  if (form.value.receivedOn > today)
    return refusal('invalid', 'The day has not come yet.', { receivedOn: 'Received on: this day has not come yet.' });
  return done({
    id: (await db.StockItem.create({ id: ulid(now.getTime()), lubricantId, ...form.value, amount: amount.value })).id,
  });
}

/** Notes that a container was opened or is empty, today. */
export async function markStock({ db, now }: Desk, id: string, mark: 'opened' | 'emptied'): Promise<Result<null>> {
  const item = await db.StockItem.findByPk(id);
  if (!item) return refusal('not-found', 'This container is not in the store room any more.');
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  await item.update(mark === 'opened' ? { openedOn: item.openedOn ?? today } : { emptiedOn: item.emptiedOn ?? today });
  return done(null);
}
