import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { matchType } from '@/core/store/match';
import { lubricantDecode } from '@/core/lubricant/decode';
import { computeStored } from '@/core/method';
import { readPlate } from '@/core/viscosity/read-plate';
import { viscosityTranslate } from '@/core/viscosity/translate';
import { readReplacements } from '@/desk/read/store-room';
import { lubricantsInUse } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { Decoded } from './decoded';
import { FormerProducts } from './former-products';
import { MatchSection } from './match-section';
import { PlateForm } from './plate-form';
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
  const { decoded, read, translated, wanted } = meaningOf(plate);
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
            {read?.ok && translated?.ok && <Translated read={read} translated={translated} />}
            {read?.ok && translated && !translated.ok && (
              <p className="mt-2 border-l-4 border-ink pl-3">{translated.reason}</p>
            )}
            {read && !read.ok && <p className="mt-2 border-l-4 border-ink pl-3">{read.reason}</p>}
            {named.length > 0 && <FormerProducts named={named} />}
          </Section>
          {wanted && <MatchSection matches={matches} />}
        </div>
      )}
    </>
  );
}

/** What a plate says: a designation letter by letter, else a viscosity of any scale; and what is asked for with it. */
function meaningOf(plate: string) {
  const decoded = plate ? computeStored(lubricantDecode, { designation: plate }) : undefined;
  const read = plate && !decoded?.ok ? readPlate(plate) : undefined;
  const translated = read?.ok ? computeStored(viscosityTranslate, { scale: read.scale, value: read.value }) : undefined;
  const wanted = decoded?.ok
    ? { type: decoded.result.type, isoVg: decoded.result.isoVg ?? null, nlgi: decoded.result.nlgi ?? null }
    : translated?.ok
      ? { type: read?.ok ? (read.type ?? null) : null, isoVg: translated.result.isoVg, nlgi: null }
      : undefined;
  return { decoded, read, translated, wanted };
}

/** Either holds the other, however it is written. */
function isNamed(plate: string, formerName: string): boolean {
  const [typed, name] = [plate.toLowerCase(), formerName.toLowerCase()];
  return typed !== '' && (name.includes(typed) || typed.includes(name));
}
