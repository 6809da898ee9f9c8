import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { BeforeUse } from '@/components/entry/commissioned';
import { CommissionForm } from '@/components/entry/commission-form';
import { day, weekday } from '@/components/words';
import { pointLabel } from '@/core/register/assignment';
import { readFirstWeeks, shownDays } from '@/desk/read/first-weeks';
import { readPointPage } from '@/desk/read/machine';
import { thePlant } from '@/desk/plant';
import { lubricantsInUse } from '@/desk/read/lists';
import { pointPath } from '@/app/due-item';
import { pointNumber } from '@/app/search';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Commission' };

/** Puts a unit into use, new or overhauled, and shows beforehand what its first weeks will ask for. */
export default async function CommissionPage({ params }: { params: Promise<{ code: string; number: string }> }) {
  const { code, number } = await params;
  const desk = await openDesk();
  const { page, plant, lubricants, weeks } = await reading(async (db) => {
    const found = await readPointPage(desk, decodeURIComponent(code), pointNumber(number));
    return {
      page: found,
      plant: await thePlant(db),
      lubricants: await lubricantsInUse(db),
      weeks: found ? await readFirstWeeks(desk, found.point) : [],
    };
  });
  if (!page) notFound();
  const { machine, point, lubricant } = page;
  const here = pointPath(machine.code, point.number);
  const days = [...new Set(weeks.map(({ on }) => on))];
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href={`/plant/machines/${machine.code}`}>
              {machine.code} {machine.name}
            </Link>{' '}
            ›{' '}
            <Link href={here}>
              {pointLabel(machine.code, point.number)} {point.name}
            </Link>
          </>
        }
        title="Commission or overhaul"
      />
      <BeforeUse empty={page.isEmpty ? 'This unit' : null} />
      <div className="mt-6 gap-10 lg:grid lg:grid-cols-2">
        <CommissionForm
          personId={desk.actor.id}
          machineId={machine.id}
          pointId={point.id}
          timeZone={plant.timeZone}
          lubricants={lubricants.map(({ id, code: house, name }) => ({ value: id, label: `${house} ${name}` }))}
          lubricantId={lubricant?.id ?? ''}
          back={here}
        />
        <Section id="weeks" title="Its first weeks" className="max-lg:mt-8">
          <p className="caption">
            At the present use of the machine, each service done on its day. What a template adds is named.
          </p>
          {days.length === 0 ? (
            <p className="mt-2">
              Nothing falls due in the first {shownDays} days at the present use.{' '}
              <Link href="/plant/templates">Make a template for the first hours</Link>
            </p>
          ) : (
            <ol className="mt-2">
              {days.slice(0, 20).map((on) => (
                <li key={on} className="rule-t grid grid-cols-[9.5rem_1fr] gap-x-4 py-1.5">
                  <span>
                    {weekday(on).slice(0, 3)}, {day(on)}
                  </span>
                  <ul>
                    {weeks
                      .filter((service) => service.on === on)
                      .map(({ title, fromTemplate }) => (
                        <li key={title}>
                          {title}
                          {fromTemplate && <span className="caption"> {fromTemplate}</span>}
                        </li>
                      ))}
                  </ul>
                </li>
              ))}
            </ol>
          )}
        </Section>
      </div>
    </>
  );
}
