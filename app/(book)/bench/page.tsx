import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { methodGroups } from '@/core/methods';
import { openDesk } from '@/app/server';

export const metadata: Metadata = { title: 'Bench' };

/** Every published method as a calculator. */
export default async function BenchPage() {
  await openDesk();
  return (
    <>
      <PageHead title="Bench" />
      <p className="mt-4 max-w-prose">
        Every computation of the book, to try by hand: what goes in, what comes out, and the working between.
      </p>
      <div className="mt-6 grid max-w-5xl gap-x-12 gap-y-8 md:grid-cols-2">
        {methodGroups.map(({ title: subject, methods }, index) => (
          <section key={subject} aria-labelledby={`subject-${index}`}>
            <h2 id={`subject-${index}`} className="border-b border-ink pb-1 text-xl">
              {subject}
            </h2>
            <ul>
              {methods.map(({ id, title, summary }) => (
                <li key={id} className="rule-b py-2">
                  <Link href={`/bench/${id}`} className="font-semibold">
                    {title}
                  </Link>
                  <br />
                  <span className="text-muted">
                    <Beside>{summary}</Beside>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}
