import Link from 'next/link';
import type { Action } from '@/core/people/rights';
import { WhoMay } from './who-may';

/** A way on from a page: the path, what it is called, what one has to be allowed to do there. */
export type Way = readonly [path: string, words: string, needs?: Action];

/** The ways on from a page, those that whoever looks at it may go. @param from the path that theirs begin with */
export const Ways = ({ label, from, ways }: { label: string; from: string; ways: readonly Way[] }) => (
  <nav aria-label={label} className="no-print flex flex-wrap gap-x-5">
    {ways.map(([path, words, needs = 'read']) => (
      <WhoMay key={path} action={needs}>
        <Link href={`${from}/${path}`} className="inline-flex min-h-11 items-center md:min-h-8">
          {words}
        </Link>
      </WhoMay>
    ))}
  </nav>
);
