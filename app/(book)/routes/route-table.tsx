'use client';

// Sent as what it shows, not as how it is drawn: that would be several times as long.
import Link from 'next/link';
import { HeadRow, count } from '@/components/ui/head-row';
import { number } from '@/components/words';
import type { RouteLine } from '@/desk/read/route-list';

/** Routes with how long each is, in shifts where it is longer than one, and how much of it is wanted. */
export function RouteTable({ routes, shiftMinutes }: { routes: readonly RouteLine[]; shiftMinutes: number }) {
  return (
    <table className="mt-6 w-full">
      <HeadRow folds columns={['Route', ...['Stops', 'Minutes', 'Overdue', 'Due', 'Unknown'].map(count)]} />
      <tbody>
        {routes.map(({ id, code, name, ...counts }) => (
          <tr key={id} className="rule-b max-md:block max-md:py-2">
            <th scope="row" className="py-2.5 pr-4 max-md:block max-md:py-0">
              <Link href={`/routes/${id}`} prefetch={false} className="inline-block min-w-24 font-semibold">
                {code}
              </Link>{' '}
              <span className="font-normal">{name}</span>
            </th>
            {(['stops', 'minutes', 'overdue', 'due', 'unknown'] as const)
              .map((label) => [label, counts[label]] as const)
              .map(([label, value]) => (
                <td
                  key={label}
                  className={`py-2.5 pr-4 text-right max-md:inline-block max-md:py-0 ${label === 'overdue' && value ? 'font-semibold' : ''}`}
                >
                  {value ? number(value, 0) : <span className="text-muted">–</span>}
                  <span className="caption md:hidden"> {label}</span>
                  {label === 'minutes' && value > shiftMinutes && (
                    <span className="caption block whitespace-nowrap">{number(value / shiftMinutes)} shifts</span>
                  )}
                </td>
              ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
