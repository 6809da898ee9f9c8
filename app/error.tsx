'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useEffect } from 'react';

const retryEveryMs = 3000;

/** What keeps a page from being made for a while, by the digest of its error. */
const hindrances: Record<string, { title: string; words: string }> = {
  unavailable: {
    title: 'The book cannot be read just now',
    words:
      'The database does not answer. Nothing that was written is lost: what this device has not sent yet stays on it and is sent when the database is back.',
  },
  busy: { title: 'The book is busy', words: 'Others are reading pages that take long. Yours waits for its turn.' },
  'disk-full': {
    title: 'There is no room left',
    words:
      'The disk of the database is full. Tell whoever looks after the book; what this device has not sent stays on it.',
  },
};

/** The page shown when a page could not be made: the database is away (it keeps trying), or a fault with its id. */
export default function ErrorPage({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const router = useRouter();
  const away = error.digest !== undefined && Object.hasOwn(hindrances, error.digest) ? hindrances[error.digest] : null;
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(
      () =>
        startTransition(() => {
          router.refresh();
          reset();
        }),
      retryEveryMs,
    );
    return () => clearInterval(timer);
  }, [away, reset, router]);
  const retry = () =>
    startTransition(() => {
      router.refresh();
      reset();
    });
  return (
    <main className="mx-auto max-w-xl px-6 py-16" role="alert">
      <h1 className="text-2xl">{away ? away.title : 'This page could not be made'}</h1>
      <p className="mt-4">
        {away
          ? `${away.words} This page tries again by itself every few seconds.`
          : `Something went wrong that should not have. Tell whoever looks after the book: fault ${error.digest ?? 'without number'}.`}
      </p>
      <button type="button" className="button mt-6" onClick={retry}>
        Try again now
      </button>
    </main>
  );
}
