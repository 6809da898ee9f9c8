import { isGreaseKind } from '@/core/store/store-room';
import { readNeeds } from '@/desk/store/needs';
import { lubricantsInUse, stockOnHand } from '@/desk/read/lists';
import { csvResponse } from '../csv';
import { heavily } from '@/app/heavy';
import { handling } from '../handling';

/** The order list: what the plan uses in a year, what is on hand, what is missing. Litres, or kilograms for greases. */
export const GET = handling('read', async ({ db, now }) => {
  const [needs, stock, lubricants] = await Promise.all([
    heavily(() => readNeeds(db, now)),
    stockOnHand(db),
    lubricantsInUse(db),
  ]);
  const round = (value: number) => Number(value.toFixed(3));
  const rows = lubricants.map(({ id, code, name, designation, kind }) => {
    const scale = isGreaseKind(kind) ? 1000 : 1;
    const perYear = (needs.find(({ lubricantId }) => lubricantId === id)?.perYear ?? 0) / scale;
    const onHand =
      stock.filter(({ lubricantId }) => lubricantId === id).reduce((sum, { amount }) => sum + amount, 0) / scale;
    return {
      code,
      name,
      designation,
      unit: isGreaseKind(kind) ? 'kg' : 'L',
      'per month': round(perYear / 12),
      'per year': round(perYear),
      'on hand': round(onHand),
      'to order for a year': round(Math.max(0, perYear - onHand)),
    };
  });
  return csvResponse('order-list.csv', inOnePiece(rows));
});

/** A table that is at hand, given as those are that are read piece by piece. */
async function* inOnePiece<Row>(rows: Row[]) {
  yield rows;
}
