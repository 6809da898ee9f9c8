import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { Section } from '@/components/ui/section';
import { WrittenList } from '@/components/written-list';
import { deviceFacts } from '@/core/dosing/devices';
import { planChanges, storedHours } from '@/core/grease/plan';
import { pointLabel } from '@/core/register/assignment';
import { plantToday, plantCalendar } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { heldProcedures } from '@/desk/register/procedures';
import { type PointPage as Page, readPointPage } from '@/desk/read/machine';
import { readNames } from '@/desk/read/names';
import { allLubricants } from '@/desk/read/lists';
import { OpenThingsSection } from '@/app/open-thing-lines';
import { FindingsHere } from '../../findings-here';
import { pointNumber } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { writtenItem } from '@/app/written-item';
import { ChangesSection } from '@/app/changes-section';
import { OutOfUse } from '@/app/(book)/in-use';
import { DeviceSection } from './device-section';
import { FactsSection } from './facts-section';
import { FillNotices } from './fill-notices';
import { LubricantSection } from './lubricant-section';
import { OilStoreSection } from './oil-store-section';
import { PointHead } from './point-head';
import { ProposalSection } from './proposal-section';
import { TasksSection } from './tasks-section';
import { TricksSection } from '@/app/(book)/plant/tricks/tricks-section';
import { Warnings } from './warnings';
import { WriteSection } from './write-section';

type Props = { params: Promise<{ code: string; number: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { code, number: typed } = await params;
  return { title: pointLabel(decodeURIComponent(code), pointNumber(typed)) };
}

/** One lube point: what it is, which lubricant and why, how much, how often, and everything written about it. */
export default async function PointPage({ params }: Props) {
  const { code, number: typed } = await params;
  const desk = await openDesk();
  const { page, plant, lubricants, held } = await reading(async (db) => ({
    page: await readPointPage(desk, decodeURIComponent(code), pointNumber(typed)),
    plant: await thePlant(db),
    lubricants: await allLubricants(db),
    held: await heldProcedures(db),
  }));
  if (!page) notFound();
  const names = await reading((db) => readNames(db, page.history));
  const { machine, point, states, retiredTasks, assignments, proposal, meters, guns, history, reservoir, sharedWith } =
    page;
  const here = `/plant/machines/${machine.code}/points/${point.number}`;
  const device = deviceFacts(
    point.kind,
    point.details,
    states[0]?.due.hourLine.hoursPerDay ?? machine.dutyHoursPerDay ?? 24,
    page.fedBeside,
  );
  const today = plantToday(desk.now, plant);
  const label = pointLabel(machine.code, point.number);
  const [winner] = assignments;
  const greaseTask = states.find(({ action }) => action === 'grease');
  return (
    <>
      <PointHead machine={machine} point={point} />
      {point.retiredOn && (
        <OutOfUse kind="point" id={point.id} version={point.version} name={label} retiredOn={point.retiredOn} />
      )}
      <FillNotices states={states} isEmpty={page.isEmpty} />
      <Warnings cautions={point.cautions} doNots={point.doNots} forbidsAirGun={Boolean(point.forbidsAirGun)} />
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <OpenThingsSection openThings={page.openThings} timeZone={plant.timeZone} here />
          <FindingsHere findings={page.findings} />
          <LubricantSection
            page={page}
            here={here}
            lubricants={lubricants}
            bands={plant.ambientBands.map(({ name }) => name)}
            today={today}
          />
          {winner && proposal && (saysOtherwise(proposal, greaseTask) || proposal.closed) && (
            <ProposalSection
              proposal={proposal}
              guns={guns.filter(({ lubricantId }) => lubricantId === winner.lubricant.id)}
              forbidsAirGun={Boolean(point.forbidsAirGun)}
              known={Boolean(greaseTask?.amount.computed)}
              pointId={point.id}
            />
          )}
          {reservoir && (
            <OilStoreSection machine={machine} reservoir={reservoir} sharedWith={sharedWith} sump={page.sump} />
          )}
          {device && (
            <DeviceSection
              device={device}
              lastAt={
                states.find(({ action }) => action === 'top-up' || action === 'grease')?.due.lastServiceAt ?? null
              }
              calendar={plantCalendar(plant)}
            />
          )}

          <TasksSection
            machine={machine}
            point={point}
            states={states}
            retiredTasks={retiredTasks}
            meters={meters}
            guns={guns}
            assigned={winner !== undefined}
            held={held}
            calendar={plantCalendar(plant)}
            today={today}
            personId={desk.actor.id}
            device={device}
          />
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          <FactsSection point={point} />
          <TricksSection tricks={page.tricks} timeZone={plant.timeZone} />
          <WriteSection
            machine={machine}
            point={point}
            states={states}
            guns={guns}
            own={page.own}
            lubricantId={winner?.lubricant.id}
            lubricants={lubricants}
            plant={plant}
            personId={desk.actor.id}
          />
          <Section id="history" title="History" spaced>
            {history.length === 0 ? (
              <p>Nothing has been written about this point yet.</p>
            ) : (
              <WrittenList
                items={history.map((line) => ({ ...writtenItem(line, names, plant.timeZone, true), place: null }))}
              />
            )}
          </Section>
        </div>
      </div>
      <ChangesSection ids={[point.id, ...page.states.map(({ taskId }) => taskId)]} timeZone={plant.timeZone} />
    </>
  );
}

/** Whether the methods would propose something else than stands at the task, or nothing any more, or nothing of theirs stands there yet. */
function saysOtherwise(proposal: NonNullable<Page['proposal']>, task: Page['states'][number] | undefined): boolean {
  if (!task?.amount.computed || !task.interval.computed || !proposal.amount.ok || !proposal.interval.ok) return true;
  const { stages, computed, override } = task.interval;
  const steady = stages.find(({ count }) => count === undefined);
  const days = override ? undefined : (steady?.days ?? null);
  return planChanges(proposal, { amount: task.amount.planned, hours: storedHours(computed), days }) !== undefined;
}
