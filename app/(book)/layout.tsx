import Link from 'next/link';
import type { ReactNode } from 'react';
import { UnitsBeside } from '@/components/beside';
import { LightChoice } from '@/components/light';
import { GoTo } from '@/components/go-to';
import { Listening } from '@/components/listening';
import { Navigation } from '@/components/navigation';
import { Shortcuts } from '@/components/shortcuts';
import { AllowedHere } from '@/components/who-may';
import { thePlant } from '@/desk/plant';
import { allowedHere, openDesk, readingOpenly } from '../server';
import { SignOut } from '../sign-in/sign-out';

export const dynamic = 'force-dynamic';

/** The frame of the book: sections down the left margin, the page beside them. */
export default async function BookLayout({ children }: { children: ReactNode }) {
  const { db, actor } = await openDesk('own');
  const [plant, allowed] = await Promise.all([readingOpenly(() => thePlant(db)), allowedHere()]);
  return (
    <div className="mx-auto max-w-[1400px] md:grid md:grid-cols-[168px_minmax(0,1fr)] print:block">
      <a href="#page" className="button sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:z-10">
        Skip to the page
      </a>
      <header className="no-print border-b border-rule md:sticky md:top-0 md:flex md:h-dvh md:flex-col md:overflow-y-auto md:border-r md:border-b-0 md:px-5 md:py-6">
        <div className="flex items-baseline justify-between px-3 pt-2 md:block md:px-0 md:pt-0">
          <p className="text-lg font-semibold">Tagebuch</p>
          <p className="caption">{plant.name}</p>
        </div>
        <div className="md:mt-8">{allowed.includes('read') && <Navigation />}</div>
        <div className="hidden md:mt-auto md:block md:pt-6">
          <p className="caption">Writing as</p>
          <p>
            <Link href="/me">
              <strong>{actor.initials}</strong> {actor.name}
            </Link>
          </p>
          <p className="grid justify-items-start">
            <a href="/sign-in" className="inline-flex min-h-8 items-center text-sm">
              Someone else
            </a>
            <SignOut />
          </p>
          <LightChoice />
          <Listening>
            <GoTo />
            <Shortcuts />
          </Listening>
        </div>
        <p className="caption px-3 pb-2 md:hidden">
          Writing as <Link href="/me">{actor.name}</Link> · <a href="/sign-in">someone else</a> · <SignOut />{' '}
          <LightChoice />
        </p>
      </header>
      <main id="page" className="min-w-0 px-4 py-6 md:px-8">
        <AllowedHere actions={allowed}>
          <UnitsBeside units={plant.unitsBeside}>
            <Listening>{children}</Listening>
          </UnitsBeside>
        </AllowedHere>
      </main>
    </div>
  );
}
