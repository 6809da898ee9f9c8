import type { Metadata } from 'next';
import { Suspense } from 'react';
import { RoundPage } from './round-page';

export const metadata: Metadata = { title: 'Round' };

/**
 * One static page for every round: it reads `?id=`, loads one document, and writes only through the outbox. No server
 * action here: their names change with every build and cannot be queued.
 */
export default function Page() {
  return (
    <Suspense>
      <RoundPage />
    </Suspense>
  );
}
