import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound, redirect } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { DueList } from '@/components/due-list';
import { MachineOutline } from '@/components/scales/machine-outline';
import { NoticeLine } from '@/components/ui/notice';
import { counted, measured } from '@/components/words';
import { WrittenList } from '@/components/written-list';
import { pointKinds } from '@/core/register/point-kinds';
import { pointLabel } from '@/core/register/assignment';
import { completeOutline } from '@/core/register/outline';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { readMachinePage } from '@/desk/read/machine';
import { readNames } from '@/desk/read/names';
import { dueItem, pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { writtenItem } from '@/app/written-item';
import { OutOfUse } from '@/app/(book)/in-use';
import { MachineMeters } from './machine-meters';
import { MachinePoints } from './machine-points';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: decodeURIComponent((await params).code),
});

/** A machine: its points in walking order, where its tasks stand, its meters and its history. */
export default async function MachinePage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const { page, plant } = await reading(async (db) => ({
    page: await readMachinePage(desk, code),
    plant: await thePlant(db),
  }));
  if (!page) notFound();
  const names = await reading((db) => readNames(db, page.history));
  const { machine, area, points, retired, states, meters, history, oldCodes, reservoirs, model } = page;
  if (machine.code !== code) redirect(`/plant/machines/${machine.code}`);
  const today = plantToday(desk.now, plant);
  const empty = reservoirs.filter(({ id }) =>
    points.some(
      ({ id: pointId, reservoirId }) =>
        reservoirId === id && states.some((state) => state.point.id === pointId && state.cameEmpty),
    ),
  );
  const lubricantOf = new Map(states.map(({ point, lubricant }) => [point.id, lubricant?.code]));
  const numbers = new Map(points.map(({ id }, index) => [id, index + 1]));
  const uncounted = machine.fittingCount !== null && machine.fittingCount !== points.length;
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/plant">Plant</Link> › {area.code} {area.name}
          </>
        }
        title={
          <>
            <span className="mr-3">{machine.code}</span>
            <span className="font-normal">{machine.name}</span>
          </>
        }
        actions={
          <p className="no-print flex gap-2">
            <Link href={`/plant/machines/${code}/edit`} className="button">
              Change machine
            </Link>
            <Link href={`/plant/machines/${code}/points/new`} className="button">
              Add a point
            </Link>
          </p>
        }
      >
        {(oldCodes.length > 0 || model) && (
          <p className="caption">
            {oldCodes.length > 0 && `formerly ${oldCodes.join(', ')}`}
            {oldCodes.length > 0 && model && '; '}
            {model && `model ${model.name}`}
          </p>
        )}
      </PageHead>
      <nav aria-label="Of this machine" className="no-print mt-2 flex flex-wrap gap-x-6">
        {[
          ['chart', 'Chart for the wall'],
          ['labels', 'Labels'],
          ['card', 'Operator card'],
          ['grid', 'Points as a table'],
          ['copy', 'Another like this'],
          ['reservoirs/new', 'Add a reservoir'],
        ].map(([path, words]) => (
          <Link
            key={path}
            href={`/plant/machines/${code}/${path}`}
            className="inline-flex min-h-11 items-center md:min-h-8"
          >
            {words}
          </Link>
        ))}
      </nav>
      {machine.retiredOn && (
        <OutOfUse
          kind="machine"
          id={machine.id}
          version={machine.version}
          name={machine.code}
          retiredOn={machine.retiredOn}
        />
      )}
      {empty.map(({ id, name }) => (
        <NoticeLine
          key={id}
          notice={{
            level: 'stop',
            text: `${name} came empty and no filling is in the book: the machine is not started before it is filled.`,
          }}
        />
      ))}
      {machine.description && <p className="mt-4 max-w-prose">{machine.description}</p>}
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <Section
            id="points"
            title={
              <>
                Points in walking order <span className="caption font-normal">{counted(points.length, 'point')}</span>
              </>
            }
          >
            {uncounted && (
              <p className="mt-2 border-l-4 border-ink pl-3">
                {counted(machine.fittingCount!, 'fitting')} were counted on the machine, {points.length} are listed.
                Walk around it once more.
              </p>
            )}
            {points.length === 0 ? (
              <p className="mt-3">
                No points yet. Count the fittings on the machine, end to end and top to bottom, then add them in the
                order you walk. <Link href={`/plant/machines/${code}/points/new`}>Add the first point</Link>
              </p>
            ) : (
              <MachinePoints
                machine={machine.code}
                points={points.map(({ id, number: place, name, kind, location }) => ({
                  id,
                  number: place,
                  name,
                  where: `${pointKinds[kind].label.toLowerCase()}, ${location}`,
                  lubricant: lubricantOf.get(id) ?? null,
                }))}
              />
            )}
            {retired.length > 0 && (
              <p className="caption mt-3">
                Out of use:{' '}
                {retired.map(({ id, number: place, name }, index) => (
                  <span key={id}>
                    {index > 0 && ', '}
                    <Link href={pointPath(machine.code, place)}>{pointLabel(machine.code, place)}</Link> {name}
                  </span>
                ))}
              </p>
            )}
          </Section>
          {states.length > 0 && (
            <Section id="tasks" title="Tasks">
              <DueList caption={`Tasks of ${machine.code}`} items={states.map((state) => dueItem(state, today))} />
            </Section>
          )}
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          {points.length > 0 && (
            <Section id="outline" title="Outline">
              <MachineOutline
                outline={completeOutline(
                  machine.outline,
                  machine.name,
                  points.map(({ id }) => id),
                )}
                numbers={numbers}
                title={`Outline of ${machine.code} with its points numbered in walking order`}
              />
              <p className="no-print">
                <Link href={`/plant/machines/${code}/drawing`}>Change the drawing</Link>
              </p>
            </Section>
          )}
          <MachineMeters
            machine={machine}
            meters={meters}
            timeZone={plant.timeZone}
            personId={desk.actor.id}
            wanted={points.length > 0}
          />
          {reservoirs.length > 0 && (
            <Section id="reservoirs" title="Reservoirs">
              <ul className="mt-2">
                {reservoirs.map(({ id, name, capacityL, mounting, confirmed }) => (
                  <li key={id} className="rule-t py-1.5">
                    <Link href={`/plant/machines/${code}/reservoirs/${id}`}>{name}</Link>{' '}
                    <span className="text-muted">
                      {capacityL !== null && `${measured(capacityL)} L`}
                      {mounting && `, ${mounting.toLowerCase()}`}
                    </span>
                    {mounting && confirmed?.position.toLowerCase() !== mounting.toLowerCase() && (
                      <span className="block">
                        <strong>Fill not confirmed</strong> for this mounting.
                      </span>
                    )}
                  </li>
                ))}
              </ul>
            </Section>
          )}
          <Section id="energy" title="Energy sources">
            <p className="caption">
              Isolate each and prove it at zero, by the site’s own rules. This list informs; it does not permit.
            </p>
            {machine.energySources.length === 0 ? (
              <p className="mt-2">
                None listed. <Link href={`/plant/machines/${code}/edit`}>List them</Link> before anyone works inside.
              </p>
            ) : (
              <dl className="mt-2">
                {machine.energySources.map(({ source, proofOfZero }) => (
                  <div key={source} className="rule-t py-2">
                    <dt className="font-medium">{source}</dt>
                    <dd className="text-muted">{proofOfZero}</dd>
                  </div>
                ))}
              </dl>
            )}
          </Section>
          <Section id="history" title="Written lately" spaced>
            {history.length === 0 ? (
              <p>Nothing has been written about this machine yet.</p>
            ) : (
              <WrittenList items={history.map((line) => writtenItem(line, names, plant.timeZone, true))} />
            )}
            {history.length > 0 && (
              <p className="mt-2">
                <Link href={`/log?machine=${code}`}>All entries of {code}</Link>
              </p>
            )}
          </Section>
        </div>
      </div>
    </>
  );
}
