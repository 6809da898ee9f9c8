import type { Metadata } from 'next';
import Link from 'next/link';
import { linkOwner } from '@/desk/people/sign-in-links';
import { readingOpenly } from '@/app/server';
import { LinkForm } from '../../sign-in-form';

export const metadata: Metadata = { title: 'Choose a password', referrer: 'no-referrer' };
export const dynamic = 'force-dynamic';

/** Where a link leads that an administrator made: its person chooses a password. */
export default async function LinkPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const owner = await readingOpenly((db) => linkOwner(db, new Date(), token));
  return (
    <main className="mx-auto max-w-md px-6 py-12 md:py-20">
      <h1 className="mb-4 text-3xl">Tagebuch</h1>
      {owner.ok ? (
        <>
          <p className="mb-6">
            This link is for <strong>{owner.value.person.name}</strong>, who signs entries as{' '}
            <strong>{owner.value.person.initials}</strong>. It works once.
          </p>
          <LinkForm token={token} initials={owner.value.person.initials} />
        </>
      ) : (
        <>
          <p role="alert">{owner.reason}</p>
          <p className="mt-4">
            <Link href="/sign-in">Sign in</Link>
          </p>
        </>
      )}
    </main>
  );
}
