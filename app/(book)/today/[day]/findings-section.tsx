import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { number } from '@/components/words';
import type { DiaryPage as Page } from '@/desk/read/diary';
import { FindingLines } from '@/app/finding-lines';

/** What was found and is still to be followed up. */
export function FindingsSection({ findings: { shown, count } }: Pick<Page, 'findings'>) {
  return (
    <Section
      id="open"
      title={<>Open findings {count > 0 && <span className="caption font-normal">{number(count, 0)}</span>}</>}
      className="mt-10 border-t-2 border-ink pt-4"
    >
      {count === 0 ? <p className="mt-2">None.</p> : <FindingLines findings={shown} />}
      {count > shown.length && (
        <p className="mt-2">
          The most urgent. <Link href="/condition">All are under Condition</Link>
        </p>
      )}
    </Section>
  );
}
