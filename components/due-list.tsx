import Link from 'next/link';
import type { DueStanding } from '../core/interval/due-words';
import type { HourLine as HourLineFacts } from '../core/interval/task-due';
import { HourAxis, HourLine, hourLineLegend, nowPosition } from './scales/hour-line';

/** One task as a row: where, what, how much, and its hour line on the shared axis. */
export type DueItem = { key: string; href: string; label: string; pointName: string; title: string; amount: string; lubricantCode: string | null; words: string; standing: DueStanding; facts: HourLineFacts };

const axisWidth = 280;

/** Rows under one axis, so that their hour lines compare at a glance. */
export function DueList({ items, caption }: { items: DueItem[]; caption: string }) {
  return (
    <table className="w-full">
      <caption className="sr-only">{caption}. {hourLineLegend}</caption>
      <thead className="max-lg:sr-only">
        <tr>
          <th scope="col" className="sr-only">Point and task</th>
          <th scope="col" className="p-0 align-bottom"><span className="sr-only">Hours from now</span><HourAxis width={axisWidth} /></th>
        </tr>
      </thead>
      <tbody>
        {items.map(({ key, href, label, pointName, title, amount, lubricantCode, words, standing, facts }) => (
          <tr key={key} className="rule-t max-lg:block max-lg:py-2">
            <td className="py-2 pr-4 align-top max-lg:block max-lg:p-0">
              <div className="flex flex-wrap items-baseline gap-x-3">
                <Link href={href} className="font-semibold whitespace-nowrap">{label}</Link>
                <span>{title}</span>
                <span className="ml-auto whitespace-nowrap">{amount} {lubricantCode && <span className="house-code ml-1">{lubricantCode}</span>}</span>
              </div>
              <div className="flex flex-wrap gap-x-3 text-sm">
                <span className="text-muted">{pointName}</span>
                <span className={`ml-auto ${standing === 'overdue' ? 'font-semibold' : 'text-muted'}`}>{words}</span>
              </div>
            </td>
            <td className="relative w-[280px] p-0 pt-2 align-top max-lg:block max-lg:w-auto max-lg:pt-0">
              <span aria-hidden="true" className="absolute inset-y-0 border-l-[1.5px] border-ink" style={{ left: nowPosition(axisWidth) }} />
              <HourLine facts={facts} words={`${title} at ${label}: ${words}`} width={axisWidth} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
