'use client';

// Sent as what it shows, not as how it is drawn: that would be four times as long.
import Link from 'next/link';
import type { CSSProperties, ReactNode } from 'react';
import { Beside } from './beside';
import type { DueStanding } from '@/core/interval/due-words';
import type { HourLine as HourLineFacts } from '@/core/interval/task-due';
import { useScreenful } from './ui/use-screenful';
import { HourAxis, HourLine, hourLineLegend, nowPosition } from './scales/hour-line';

/** One task as a row: where, what, how much, and its hour line on the shared axis. */
export type DueItem = {
  key: string;
  href: string;
  label: string;
  pointName: string;
  title: string;
  amount: string;
  lubricantCode: string | null;
  words: string;
  standing: DueStanding;
  facts: HourLineFacts;
  /** The page that says why it is due. */ why: string;
  marks: string[];
};

const usualAxis = 280;

/**
 * Rows under one axis, so that their hour lines compare at a glance.
 * @param explained says how hour lines are read; once on a page is enough
 */
export function DueList({
  items,
  caption,
  explained = true,
}: {
  items: DueItem[];
  caption: string;
  explained?: boolean;
}) {
  const { shown, room } = useScreenful(items);
  return (
    <DueTable caption={caption} explained={explained}>
      {shown.map((item) => (
        <DueRow key={item.key} item={item} />
      ))}
      {room && <tr {...room} />}
    </DueTable>
  );
}

/** The table that due rows stand in, with the axis that they share. */
export function DueTable({
  caption,
  children,
  explained = true,
  stickyAxis = false,
  axisWidth = usualAxis,
}: {
  caption: string;
  children: ReactNode;
  explained?: boolean;
  stickyAxis?: boolean;
  axisWidth?: number;
}) {
  return (
    <table
      className="w-full [--row-height:3.7rem] max-lg:block max-lg:[--row-height:5.6rem]"
      style={
        {
          '--axis': `${axisWidth}px`,
          '--now': `${((100 * nowPosition(axisWidth)) / axisWidth).toFixed(2)}%`,
        } as CSSProperties
      }
    >
      <caption className="sr-only">{explained ? `${caption}. ${hourLineLegend}` : caption}</caption>
      <thead className={`max-lg:block ${stickyAxis ? 'sticky top-0 z-10 bg-ground' : ''}`}>
        <tr className="max-lg:block">
          <th scope="col" className="sr-only">
            Point and task
          </th>
          <th scope="col" className="p-0 align-bottom max-lg:block max-lg:max-w-full" style={{ width: axisWidth }}>
            <span className="sr-only">Hours from now</span>
            <HourAxis width={axisWidth} />
          </th>
        </tr>
      </thead>
      <tbody className="max-lg:block">{children}</tbody>
    </table>
  );
}

/** One task: where, what, how much, its hour line, and the way to ask why. */
export function DueRow({
  item: { href, label, pointName, title, amount, lubricantCode, words, standing, facts, why, marks },
  measure,
  index,
  axisWidth = usualAxis,
}: {
  item: DueItem;
  axisWidth?: number;
  /** For long lists, which need to know how high a row is. */ measure?: (row: HTMLTableRowElement | null) => void;
  index?: number;
}) {
  return (
    <tr ref={measure} data-index={index} className="rule-t due-row">
      <td className="due-what">
        <div>
          <Link href={href} prefetch={false} className="font-semibold whitespace-nowrap">
            {label}
          </Link>
          <span>{title}</span>
          <span className="ml-auto whitespace-nowrap">
            <Beside>{amount}</Beside> {lubricantCode && <span className="house-code ml-1">{lubricantCode}</span>}
          </span>
        </div>
        <div className="text-sm">
          <span className="text-muted">{[pointName, ...marks].join(', ')}</span>
          <Link
            href={why}
            prefetch={false}
            aria-label={`${words}: why is ${title} at ${label} due?`}
            className={`ml-auto ${standing === 'overdue' ? 'font-semibold' : 'text-muted'}`}
          >
            {words}
          </Link>
        </div>
      </td>
      <td className="due-when">
        <span aria-hidden="true" />
        <HourLine facts={facts} words={`${title} at ${label}: ${words}`} width={axisWidth} />
      </td>
    </tr>
  );
}
