import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { NoticeLine } from '@/components/ui/notice';
import { Working } from '@/components/ui/working';
import { measured } from '@/components/words';
import { families } from '@/core/compat/vocabulary';
import { matchType } from '@/core/store/match';
import { lubricantDecode } from '@/core/lubricant/decode';
import { computeStored } from '@/core/method';
import { readPlate } from '@/core/viscosity/read-plate';
import { viscosityTranslate } from '@/core/viscosity/translate';
import { readReplacements } from '@/desk/read/store-room';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Read an old plate' };

const examples = [
  'SUS 150–200 at 100 °F',
  'AGMA 8 compounded',
  'SAE 90',
  'ISO VG 68',
  '32 cSt at 40 °C',
  'CLP 220',
  'KP 2 K-20',
];

/** One field for what a worn plate says; the address holds it. Type first, then viscosity. */
export default async function TranslatePage({ searchParams }: Search) {
  const plate = ((await searchOf<'plate'>(searchParams)).plate ?? '').slice(0, 200).trim();
  await openDesk();
  const { lubricants, former } = await reading(async (db) => ({
    lubricants: await db.Lubricant.findAll({ where: { retiredOn: null }, order: [['code', 'ASC']] }),
    former: await readReplacements(db),
  }));
  const decoded = plate ? computeStored(lubricantDecode, { designation: plate }) : undefined;
  const read = plate && !decoded?.ok ? readPlate(plate) : undefined;
  const translated = read?.ok ? computeStored(viscosityTranslate, { scale: read.scale, value: read.value }) : undefined;
  const wanted = decoded?.ok
    ? { type: decoded.result.type, isoVg: decoded.result.isoVg ?? null, nlgi: decoded.result.nlgi ?? null }
    : translated?.ok
      ? { type: read?.ok ? (read.type ?? null) : null, isoVg: translated.result.isoVg, nlgi: null }
      : undefined;
  const matches = wanted ? matchType(lubricants, wanted) : [];
  const named = plate
    ? former.filter(
        ({ formerName }) =>
          formerName.toLowerCase().includes(plate.toLowerCase()) ||
          plate.toLowerCase().includes(formerName.toLowerCase()),
      )
    : [];
  return (
    <>
      <PageHead trail={<Link href="/lubricants">Lubricants</Link>} title="Read an old plate" />
      <form className="mt-6 max-w-2xl" role="search">
        <label htmlFor="plate" className="mb-1 block font-medium">
          What the plate or the old manual says
        </label>
        <div className="flex gap-2">
          <input
            id="plate"
            name="plate"
            defaultValue={plate}
            key={plate}
            className="field text-lg"
            autoComplete="off"
            placeholder="AGMA 8 compounded"
          />
          <button className="button button-first">Read</button>
        </div>
        <p className="caption mt-2">
          For example{' '}
          {examples.map((example, index) => (
            <span key={example}>
              {index > 0 && ', '}
              <Link href={`/lubricants/translate?plate=${encodeURIComponent(example)}`}>{example}</Link>
            </span>
          ))}
        </p>
      </form>
      {plate && (
        <div className="mt-8 gap-12 lg:grid lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]" role="status">
          <Section id="means" title="It means">
            {decoded?.ok && (
              <>
                <p className="mt-2 text-2xl">
                  {decoded.result.isoVg ? `ISO VG ${decoded.result.isoVg}` : `NLGI ${decoded.result.nlgi}`},{' '}
                  {families[decoded.result.type]}
                </p>
                <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5">
                  {decoded.result.letters.map(({ part, meaning }, index) => (
                    <div key={index} className="contents">
                      <dt className="rule-t py-1.5 font-semibold">{part}</dt>
                      <dd className="rule-t py-1.5">{meaning}</dd>
                    </div>
                  ))}
                </dl>
                {decoded.stored.notices.map((notice, index) => (
                  <NoticeLine key={index} notice={notice} />
                ))}
                <p className="caption mt-2">Source: {decoded.stored.source}.</p>
              </>
            )}
            {read?.ok && translated?.ok && (
              <>
                <p className="mt-2 text-muted">
                  Read as {read.read}
                  {read.type && `; kind: ${read.type === 'engine' ? families.engine : families[read.type]}`}.
                </p>
                <p className="text-2xl">
                  {translated.result.isoVg === null ? 'Outside the ISO scale' : `ISO VG ${translated.result.isoVg}`}
                </p>
                <p>
                  {translated.result.kv40.min === translated.result.kv40.max
                    ? `${measured(translated.result.kv40.typical)} mm²/s at 40 °C`
                    : `${measured(translated.result.kv40.min)} to ${measured(translated.result.kv40.max)} mm²/s at 40 °C, typically ${measured(translated.result.kv40.typical)}`}
                </p>
                {translated.result.candidates.length > 1 && (
                  <ul className="mt-2">
                    {translated.result.candidates.map(({ isoVg, note }) => (
                      <li key={`${isoVg}${note}`} className="rule-t py-1.5">
                        <strong>{isoVg === null ? 'no grade' : `VG ${isoVg}`}</strong> {note}
                      </li>
                    ))}
                  </ul>
                )}
                {read.note && <NoticeLine notice={{ level: 'caution', text: read.note }} />}
                {translated.stored.notices.map((notice, index) => (
                  <NoticeLine key={index} notice={notice} />
                ))}
                <Working computation={translated.stored} />
              </>
            )}
            {read?.ok && translated && !translated.ok && (
              <p className="mt-2 border-l-4 border-ink pl-3">{translated.reason}</p>
            )}
            {read && !read.ok && <p className="mt-2 border-l-4 border-ink pl-3">{read.reason}</p>}
            {named.length > 0 && (
              <section className="mt-6" aria-labelledby="former">
                <h3 id="former" className="font-semibold">
                  A former product of that name
                </h3>
                <ul>
                  {named.map(({ id, formerName, code, name, sourceText, sourceOn }) => (
                    <li key={id} className="rule-t py-1.5">
                      {formerName}:{' '}
                      <Link href={`/lubricants/${code}`} className="no-underline">
                        <span className="house-code">{code}</span>
                      </Link>{' '}
                      {name}{' '}
                      <span className="text-muted">
                        ({sourceText}, {sourceOn.slice(0, 4)})
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </Section>
          {wanted && (
            <Section id="match" title="In the store room" className="max-lg:mt-8">
              <p className="caption">
                By type first, then by viscosity. Before it goes in, choose it at its point: metals, seals and what is
                in there decide too.
              </p>
              {matches.length === 0 ? (
                <p className="mt-2">
                  Nothing in the store room is of that type. Ask the supplier, with the plate’s words and the range
                  beside.
                </p>
              ) : (
                <ul className="mt-2">
                  {matches.map(({ lubricant, why, fits }) => (
                    <li key={lubricant.id} className="rule-t grid grid-cols-[5rem_1fr] gap-x-3 py-2">
                      <Link href={`/lubricants/${lubricant.code}`} className="no-underline">
                        <span className="house-code">{lubricant.code}</span>
                      </Link>
                      <span>
                        <span className={fits ? 'font-semibold' : ''}>{lubricant.name}</span>
                        <br />
                        <span className="text-muted">{why}</span>
                      </span>
                    </li>
                  ))}
                </ul>
              )}
            </Section>
          )}
        </div>
      )}
    </>
  );
}
