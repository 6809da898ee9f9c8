'use client';

import { Beside } from './beside';
import Link from 'next/link';

/** One written entry as a diary line: clock and initials in the margin, then what was written. */
export type WrittenItem = {
  id: string;
  time: string;
  /** In lists that span days. */ day?: string;
  initials: string;
  title: string;
  place: { href: string; label: string; name: string } | null;
  words: string;
  corrected: boolean;
  corrects: boolean;
  clockAhead: boolean;
};

export function WrittenList({ items }: { items: WrittenItem[] }) {
  return (
    <ol>
      {items.map(({ id, time, day, initials, title, place, words, corrected, corrects, clockAhead }) => (
        <li key={id} className={`rule-t grid ${day ? 'grid-cols-[7rem_1fr]' : 'grid-cols-[4.5rem_1fr]'}`}>
          <span className="border-r border-rule py-2 pr-2 text-right text-sm">
            <Link href={`/log/${id}`} aria-label={`Entry of ${day ? `${day}, ` : ''}${time}`}>
              {day ?? time}
            </Link>
            <br />
            {day && <span className="text-muted">{time} · </span>}
            <span className="text-muted">{initials}</span>
          </span>
          <span className="min-w-0 py-2 pl-3 break-words">
            {place && (
              <>
                <Link href={place.href} className="font-semibold">
                  {place.label}
                </Link>{' '}
                <span className="text-muted">{place.name}</span>
                <br />
              </>
            )}
            <span className={corrected ? 'text-muted line-through' : ''}>
              <span className="font-medium">{title}:</span> <Beside>{words}</Beside>
            </span>
            {corrected && <span className="caption"> corrected later</span>}
            {corrects && <span className="caption"> (replaces an earlier entry)</span>}
            {clockAhead && <span className="caption"> (this device’s clock was ahead)</span>}
          </span>
        </li>
      ))}
    </ol>
  );
}
