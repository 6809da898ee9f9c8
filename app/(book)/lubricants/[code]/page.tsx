import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { WhoMay } from '@/components/who-may';
import { families } from '@/core/compat/vocabulary';
import { hazards } from '@/core/words/hazards';
import { isGreaseKind } from '@/core/store/store-room';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { readLubricantPage } from '@/desk/read/store-room';
import { ChangesSection } from '@/app/changes-section';
import { openDesk, reading } from '@/app/server';
import { FactsSection } from './facts-section';
import { GunsSection } from './guns-section';
import { MeetsSection } from './meets-section';
import { ReplacesSection } from './replaces-section';
import { ShelfSection } from './shelf-section';
import { TouchesSection } from './touches-section';
import { UsedSection } from './used-section';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: decodeURIComponent((await params).code),
});

/** One lubricant: what it is, what it may meet, where it is used, what is on the shelf. */
export default async function LubricantPage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const { page, plant } = await reading(async (db) => ({
    page: await readLubricantPage(desk, code),
    plant: await thePlant(db),
  }));
  if (!page) notFound();
  const { lubricant, stock, points, need, guns, replaces, others } = page;
  const today = plantToday(desk.now, plant);
  const grease = isGreaseKind(lubricant.kind);
  return (
    <>
      <PageHead
        trail={<Link href="/lubricants">Lubricants</Link>}
        title={
          <>
            <span className="house-code mr-3">{lubricant.code}</span>
            <span className="font-normal">{lubricant.name}</span>
          </>
        }
        actions={
          <p className="no-print flex flex-wrap gap-2">
            {!grease && (lubricant.isoVg !== null || lubricant.kv40 !== null) && (
              <Link href={`/lubricants/chart?oil=${lubricant.code}`} className="button">
                Viscosity chart
              </Link>
            )}
            <WhoMay action="plan">
              <Link href={`/lubricants/${lubricant.code}/edit`} className="button">
                Change
              </Link>
            </WhoMay>
          </p>
        }
      >
        <p className="text-muted">
          {families[lubricant.kind]}
          {lubricant.designation && <>, {lubricant.designation}</>}
        </p>
      </PageHead>
      {(lubricant.hazards.length > 0 || lubricant.description) && (
        <div className="mt-4 grid gap-1 border-l-4 border-ink pl-4">
          {lubricant.hazards.map((hazard) => (
            <p key={hazard}>
              <strong>Mind.</strong> {hazards[hazard][0]!.toUpperCase()}
              {hazards[hazard].slice(1)}.
            </p>
          ))}
          {lubricant.description && <p className="whitespace-pre-line">{lubricant.description}</p>}
        </div>
      )}
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <UsedSection lubricant={lubricant} points={points} need={need} />
          <MeetsSection lubricant={lubricant} others={others} />
          <TouchesSection lubricant={lubricant} />
          <ReplacesSection lubricant={lubricant} replaces={replaces} today={today} />
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          <FactsSection lubricant={lubricant} />
          <ShelfSection lubricant={lubricant} stock={stock} need={need} today={today} />
          {grease && <GunsSection guns={guns} />}
        </div>
      </div>
      <ChangesSection ids={[lubricant.id, ...guns.map(({ gun }) => gun.id)]} timeZone={plant.timeZone} />
    </>
  );
}
