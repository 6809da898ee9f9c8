import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { counted, day, number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { pointLabel } from '@/core/register/assignment';
import { plantDayOf } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { type BandUse, readBandUses } from '@/desk/read/band-uses';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { BandChoice } from './band-choice';
import { BandForm } from './band-form';

export const metadata: Metadata = { title: 'Ambient bands' };

/** Which surroundings the plant tells apart, which of them hold now, and the lubricants that are assigned for each. */
export default async function BandsPage() {
  await openDesk();
  const { plant, uses } = await reading(async (db) => ({ plant: await thePlant(db), uses: await readBandUses(db) }));
  const bands = plant.ambientBands;
  const { ambientBandNow = null, ambientBandSince } = plant;
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Ambient bands">
        <p className="mt-1 max-w-prose">
          Makers name a lubricant by how warm or cold it is around the machine, not by date. When another band is
          declared, a change falls due wherever the sump holds another oil than that band wants. Nothing is switched
          silently: until the change is logged, what is in there is topped up.
        </p>
      </PageHead>
      {bands.length > 0 && (
        <div className="mt-6 max-w-sm">
          <WhoMay action="plan">
            <BandChoice bands={bands} now={ambientBandNow} />
          </WhoMay>
          {ambientBandNow !== null && ambientBandSince && (
            <p className="caption">Declared on {day(plantDayOf(ambientBandSince.getTime(), plant))}.</p>
          )}
        </div>
      )}
      <Section id="bands" title="Bands of this plant" className="mt-8" spaced>
        <BandForm
          bands={bands.map(({ name, fromC, toC }) => ({
            was: name,
            name,
            fromC: String(fromC),
            toC: String(toC),
          }))}
        />
      </Section>
      {bands.map(({ name, fromC, toC }, place) => (
        <Section
          key={name}
          id={`band-${place}`}
          className="mt-10"
          title={
            <>
              {name}{' '}
              <span className="caption font-normal">
                <Beside>{`${number(fromC)} to ${number(toC)} °C`}</Beside>,{' '}
                {counted(uses.get(name)?.count ?? 0, 'lubricant')} assigned
              </span>
            </>
          }
        >
          <Uses uses={uses.get(name)} />
        </Section>
      ))}
    </div>
  );
}

function Uses({ uses }: { uses: { shown: BandUse[]; count: number } | undefined }) {
  if (!uses)
    return (
      <p className="mt-1">
        Nothing is assigned for it. A point’s page takes a lubricant for a band beside the one for all others.
      </p>
    );
  return (
    <>
      <ul className="mt-2 columns-1 gap-8 sm:columns-2">
        {uses.shown.map(({ machine, number: place, name, lubricant }) => (
          <li key={`${machine} ${place} ${name} ${lubricant}`} className="rule-t break-inside-avoid py-1.5">
            <Link
              href={place === null ? `/plant/machines/${machine}` : pointPath(machine, place)}
              prefetch={false}
              className="font-semibold"
            >
              {place === null ? machine : pointLabel(machine, place)}
            </Link>{' '}
            <span className="text-muted">{name}</span> <span className="house-code">{lubricant}</span>
          </li>
        ))}
      </ul>
      {uses.count > uses.shown.length && <p className="caption mt-2">and {uses.count - uses.shown.length} more</p>}
    </>
  );
}
