import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { matchType } from '@/core/store/match';
import { readReplacements } from '@/desk/read/store-room';
import { lubricantsInUse } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { Decoded } from './decoded';
import { FormerProducts } from './former-products';
import { MatchSection } from './match-section';
import { PlateForm } from './plate-form';
import { isNamed, meaningOf } from './plate-meaning';
import { Translated } from './translated';

export const metadata: Metadata = { title: 'Read an old plate' };

/** One field for what a worn plate says; the address holds it. Type first, then viscosity. */
export default async function TranslatePage({ searchParams }: Search) {
  const plate = ((await searchOf<'plate'>(searchParams)).plate ?? '').slice(0, 200).trim();
  await openDesk();
  const { lubricants, former } = await reading(async (db) => ({
    lubricants: await lubricantsInUse(db),
    former: await readReplacements(db),
  }));
  const { decoded, readings, wanted, instead } = meaningOf(plate);
  const matches = wanted ? matchType(lubricants, wanted) : [];
  const named = former.filter(({ formerName }) => isNamed(plate, formerName));
  return (
    <>
      <PageHead trail={<Link href="/lubricants">Lubricants</Link>} title="Read an old plate" />
      <PlateForm plate={plate} />
      {plate && (
        <div className="mt-8 gap-12 lg:grid lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]" role="status">
          <Section id="means" title="It means">
            {decoded?.ok && <Decoded decoded={decoded} />}
            {readings.map(({ read, translated }) => (
              <div key={read.ok ? read.read : read.reason} className="mt-4 first:mt-0">
                {read.ok && translated?.ok ? (
                  <Translated read={read} translated={translated} isKindSaid={Boolean(decoded?.ok)} />
                ) : (
                  <p className="border-l-4 border-ink pl-3">
                    {translated?.ok === false ? translated.reason : !read.ok && read.reason}
                  </p>
                )}
              </div>
            ))}
            {named.length > 0 && <FormerProducts named={named} />}
          </Section>
          {wanted && <MatchSection matches={matches} instead={instead} />}
        </div>
      )}
    </>
  );
}
