import { type Shift, capacityForm, usualShifts } from '@/core/capacity/shifts';
import { type OwnNumbers, type TradeNumbers, numbersOf } from '@/core/capacity/trade-numbers';
import { type Database, type Desk, type Result, done } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';

/** When people work at the plant and what numbers its walks are worked out with. */
export type Capacity = { shifts: readonly Shift[]; numbers: TradeNumbers };

/** The plant's own shifts and numbers, the usual ones where it has said nothing. */
export const capacityOf = ({ shifts, ownNumbers }: { shifts: readonly Shift[]; ownNumbers: OwnNumbers }): Capacity => ({
  shifts: shifts.length > 0 ? shifts : usualShifts,
  numbers: numbersOf(ownNumbers),
});

export const readCapacity = async (db: Database): Promise<Capacity> => capacityOf(await thePlant(db));

/** Says when people work, and the plant's own numbers; an empty list and empty fields go back to the usual ones. */
export async function saveCapacity({ db }: Desk, values: unknown): Promise<Result<null>> {
  const form = parseForm(capacityForm, values);
  if (!form.ok) return form;
  const { numbers, ...rest } = form.value;
  await db.transaction(async () => (await thePlant(db)).update({ ...rest, ownNumbers: numbers }));
  return done(null);
}
