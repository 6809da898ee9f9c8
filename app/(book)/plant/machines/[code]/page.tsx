import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound, redirect } from 'next/navigation';
import { Section } from '@/components/ui/section';
import { DueList } from '@/components/due-list';
import { NoticeLine } from '@/components/ui/notice';
import { WrittenList } from '@/components/written-list';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { readMachinePage } from '@/desk/read/machine';
import { readNames } from '@/desk/read/names';
import { dueItem } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { writtenItem } from '@/app/written-item';
import { ChangesSection } from '@/app/changes-section';
import { OutOfUse } from '@/app/(book)/in-use';
import { OpenThingsSection } from '@/app/open-thing-lines';
import { FindingsHere } from './findings-here';
import { MachineMeters } from './machine-meters';
import { EnergySection } from './energy-section';
import { MachineHead } from './machine-head';
import { OutlineSection } from './outline-section';
import { PointsSection } from './points-section';
import { ReservoirsSection } from './reservoirs-section';

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
  const { machine, area, points, retired, states, meters, history, oldCodes, reservoirs, model, findings, openThings } =
    page;
  if (machine.code !== code) redirect(`/plant/machines/${machine.code}`);
  const today = plantToday(desk.now, plant);
  const empty = reservoirs.filter(({ id }) =>
    points.some(
      ({ id: pointId, reservoirId }) =>
        reservoirId === id && states.some((state) => state.point.id === pointId && state.cameEmpty),
    ),
  );
  return (
    <>
      <MachineHead machine={machine} area={area} oldCodes={oldCodes} model={model} />

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
      <OpenThingsSection openThings={openThings} timeZone={plant.timeZone} here />
      <FindingsHere findings={findings} all={`/condition?machine=${machine.code}`} />
      {machine.description && <p className="mt-4 max-w-prose">{machine.description}</p>}
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <PointsSection machine={machine} points={points} retired={retired} states={states} />
          {states.length > 0 && (
            <Section id="tasks" title="Tasks">
              <DueList caption={`Tasks of ${machine.code}`} items={states.map((state) => dueItem(state, today))} />
            </Section>
          )}
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          {points.length > 0 && <OutlineSection machine={machine} points={points} />}
          <MachineMeters
            machine={machine}
            meters={meters}
            timeZone={plant.timeZone}
            personId={desk.actor.id}
            wanted={points.length > 0}
          />
          {reservoirs.length > 0 && <ReservoirsSection machine={machine} reservoirs={reservoirs} />}
          <EnergySection machine={machine} />
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
      <ChangesSection
        ids={[
          machine.id,
          ...reservoirs.map(({ id }) => id),
          ...points.map(({ id }) => id),
          ...states.map(({ taskId }) => taskId),
        ]}
        timeZone={plant.timeZone}
      />
    </>
  );
}
