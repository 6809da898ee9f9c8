'use client';

import Link from 'next/link';
import { HeadRow, count } from '@/components/ui/head-row';

type Line = { id: string; code: string; name: string; points: number; overdue: number; due: number; unknown: number };

/** The machines of one area, and how many of their tasks stand where. */
export function AreaTable({ machines }: { machines: Line[] }) {
  return (
    <table className="mt-2 w-full">
      <HeadRow folds columns={['Machine', ...['Points', 'Overdue', 'Due', 'Unknown'].map(count)]} />
      <tbody>
        {machines.map((machine) => (
          <tr key={machine.id} className="rule-b max-md:block max-md:py-2">
            <th scope="row" className="py-2 pr-4 max-md:block max-md:py-0">
              <Link href={`/plant/machines/${machine.code}`} className="inline-block min-w-20 font-semibold">
                {machine.code}
              </Link>{' '}
              <span className="font-normal">{machine.name}</span>
            </th>
            <Cell label="points">{machine.points}</Cell>
            <Cell label="overdue" strong>
              {machine.overdue}
            </Cell>
            <Cell label="due">{machine.due}</Cell>
            <Cell label="unknown">{machine.unknown}</Cell>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Cell({ label, strong, children }: { label: string; strong?: boolean; children: number | undefined }) {
  return (
    <td
      className={`py-2 pr-4 text-right max-md:inline-block max-md:py-0 max-md:text-left ${strong && children ? 'font-semibold' : ''} ${children ? '' : 'max-md:hidden'}`}
    >
      {children || (
        <span aria-label="none" className="text-muted">
          –
        </span>
      )}
      <span className="caption md:hidden"> {label}</span>
    </td>
  );
}
