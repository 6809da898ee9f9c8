import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { number } from '@/components/words';
import { clockText } from '@/core/capacity/shifts';
import { tradeNumberNames } from '@/core/capacity/trade-numbers';
import { thePlant } from '@/desk/plant';
import { openDesk, reading } from '@/app/server';
import { CapacityForm } from './capacity-form';

export const metadata: Metadata = { title: 'Shifts' };

/** When people work, and the numbers that walks, loads and weeks are worked out with. */
export default async function ShiftsPage() {
  await openDesk();
  const { shifts, ownNumbers, sheetNote } = await reading((db) => thePlant(db));
  const spans = (breaks: readonly { from: number; to: number }[]) =>
    breaks.map(({ from, to }) => `${clockText(from)}-${clockText(to)}`).join(', ');
  return (
    <div className="max-w-5xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Shifts">
        <p className="mt-1 max-w-prose">
          Who may do what stands with each <Link href="/plant/people">person</Link>. Routes are put in order for one of
          these shifts, and the weeks are levelled to all of them.
        </p>
      </PageHead>
      <div className="mt-6">
        <CapacityForm
          sheetNote={sheetNote}
          shifts={shifts.map(({ name, from, to, people, breaks }) => ({
            name,
            from: clockText(from),
            to: clockText(to),
            people: String(people),
            breaks: spans(breaks),
          }))}
          numbers={Object.fromEntries(
            tradeNumberNames.map((name) => {
              const own = ownNumbers[name];
              return [name, own === undefined ? '' : number(own)];
            }),
          )}
        />
      </div>
    </div>
  );
}
