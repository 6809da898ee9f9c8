import type { Metadata } from 'next';
import Link from 'next/link';
import { NoticeLine } from '@/components/ui/notice';
import { PageHead } from '@/components/ui/page-head';
import { dayAndClock, number } from '@/components/words';
import { readCopies } from '@/desk/copies';
import { thePlant } from '@/desk/plant';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Copies' };

/** When the book was copied, and whether somebody has to look after it. */
export default async function CopiesPage() {
  const { now } = await openDesk('administer');
  const { plant, copies, complaint } = await reading(async (db) => ({
    plant: await thePlant(db),
    ...(await readCopies(db, now)),
  }));
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Copies">
        <p className="mt-1 max-w-prose">
          <code>npm run backup</code> copies the whole book while it is in use; <code>npm run restore</code> puts a copy
          into an empty database and checks every seal. Keep copies on another machine.
        </p>
      </PageHead>
      <div className="mt-6">
        {complaint ? (
          <NoticeLine notice={{ level: 'caution', text: complaint }} />
        ) : (
          <p>The last good copy is of {dayAndClock(copies[0]!.madeAt.toISOString(), plant.timeZone)}.</p>
        )}
      </div>
      {copies.length > 0 && (
        <ul className="mt-6" aria-label="Copies, newest first">
          {copies.map(({ id, madeAt, endedAt, file, bytes, headSeq, isEncrypted, failure }) => (
            <li key={id} className="rule-b py-2">
              <strong>{dayAndClock(madeAt.toISOString(), plant.timeZone)}</strong>{' '}
              {failure === null ? (
                <>
                  {file}
                  <span className="caption block">
                    {number(Number(bytes) / 1e6, 1)} MB in {number((endedAt.getTime() - madeAt.getTime()) / 1000, 0)} s,
                    up to entry {number(Number(headSeq), 0)}, {isEncrypted ? 'encrypted' : 'not encrypted'}
                  </span>
                </>
              ) : (
                <>
                  <strong>failed</strong> <span className="caption block">{failure}</span>
                </>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
