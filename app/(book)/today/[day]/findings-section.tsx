import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { day as dayWords, number } from '@/components/words';
import { pointPath } from '@/app/due-item';
import { urgencies } from '@/core/words/findings';
import type { DiaryPage as Page } from '@/desk/read/diary';

/** What was found and is still to be followed up. */
export function FindingsSection({ findings }: Pick<Page, 'findings'>) {
  return (
    <Section
      id="open"
      title={
        <>
          Open findings {findings.count > 0 && <span className="caption font-normal">{number(findings.count, 0)}</span>}
        </>
      }
      className="mt-10 border-t-2 border-ink pt-4"
    >
      {findings.shown.length === 0 && <p className="mt-2">None.</p>}
      <ul>
        {findings.shown.map(({ entryId, said, urgency, text, foundOn, initials, machine, point }) => (
          <li key={entryId} className="rule-b flex flex-wrap items-baseline gap-x-4 py-2">
            <span className={`w-20 ${urgency === 'act-now' ? 'font-semibold text-stop' : 'font-medium'}`}>
              {urgencies[urgency]}
            </span>
            {machine && (
              <Link
                href={point ? pointPath(machine.code, point.number) : `/plant/machines/${machine.code}`}
                className="font-semibold"
              >
                {point?.label ?? machine.code}
              </Link>
            )}
            <span className="min-w-0 grow break-words">
              {said}
              {text ? `: ${text}` : ''}
            </span>
            <span className="caption">
              {initials}, {dayWords(foundOn)}
            </span>
          </li>
        ))}
      </ul>
      {findings.count > findings.shown.length && (
        <p className="mt-2">
          The most urgent, newest first. <Link href="/log?kind=finding">All are in the log</Link>
        </p>
      )}
    </Section>
  );
}
