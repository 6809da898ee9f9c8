import Link from 'next/link';
import { counted } from '@/components/words';
import type { DiaryPage as Page } from '@/desk/read/diary';

/** On a phone first of all: what asks for somebody now, walks that nobody has signed, and the way to those that work without signal. */
export function FirstOnPhone({ findings, openThings, rounds }: Pick<Page, 'findings' | 'openThings' | 'rounds'>) {
  const urgent = findings.shown.filter(({ urgency }) => urgency === 'act-now');
  const late = findings.shown.filter(({ isLate }) => isLate).length;
  const unsigned = rounds.filter(({ signedAt, brokenOff }) => !signedAt && !brokenOff);
  return (
    <section aria-label="First" className="no-print mt-4 grid gap-2 border-l-4 border-ink pl-3 md:hidden">
      {urgent.map(({ entryId, said, machine, point }) => (
        <p key={entryId}>
          <strong className="text-stop">act now</strong> {point?.label ?? machine.code} {said}
        </p>
      ))}
      {openThings.count > 0 && (
        <p>
          <a href="#open-things" className="inline-flex min-h-11 items-center">
            {counted(openThings.count, 'open thing')}
          </a>
        </p>
      )}
      {findings.count > 0 && (
        <p>
          <a href="#open" className="inline-flex min-h-11 items-center">
            {counted(findings.count, 'open finding')}
            {late > 0 && `, ${late} past ${late === 1 ? 'its' : 'their'} day`}
          </a>
        </p>
      )}
      {unsigned.map(({ id, routeCode, routeName, personInitials, stops, answered }) => (
        <Link key={id} href={`/round?id=${id}`} className="button min-h-14 justify-between">
          <span>
            {routeCode} {routeName}, {personInitials}
          </span>
          <span className="caption">
            not signed, {answered} of {stops}
          </span>
        </Link>
      ))}
      <a href="/round" className="button min-h-14">
        Rounds on this device
      </a>
    </section>
  );
}
