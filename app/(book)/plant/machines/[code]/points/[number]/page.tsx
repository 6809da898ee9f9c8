import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { Disclosure } from '@/components/ui/disclosure';
import { EntryForm } from '@/components/entry/entry-form';
import { Fact } from '@/components/ui/fact';
import { NoticeLine } from '@/components/ui/notice';
import { amount, measured } from '@/components/words';
import { WrittenList } from '@/components/written-list';
import { deviceFacts } from '@/core/dosing/devices';
import { materials } from '@/core/compat/vocabulary';
import { pointLabel } from '@/core/register/assignment';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import { type FieldSpec, fieldsOf, pointKinds, usualEnough } from '@/core/register/point-kinds';
import { plantToday, plantCalendar } from '@/core/time/plant-day';
import { dimensions } from '@/core/units/parse-quantity';
import { thePlant } from '@/desk/plant';
import { readPointPage } from '@/desk/read/machine';
import { readNames } from '@/desk/read/names';
import { pointNumber } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { writtenItem } from '@/app/written-item';
import { OutOfUse } from '@/app/(book)/in-use';
import { FillFacts } from '@/app/(book)/plant/machines/[code]/reservoirs/fill-facts';
import { DeviceSection } from './device-section';
import { LubricantSection } from './lubricant-section';
import { ProposalSection } from './proposal-section';
import { TaskFields } from './task-fields';
import { TaskSection } from './task-section';
import { consequences } from '@/core/words/consequences';

type Props = { params: Promise<{ code: string; number: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { code, number: typed } = await params;
  return { title: pointLabel(decodeURIComponent(code), pointNumber(typed)) };
}

/** One lube point: what it is, which lubricant and why, how much, how often, and everything written about it. */
export default async function PointPage({ params }: Props) {
  const { code, number: typed } = await params;
  const desk = await openDesk();
  const { page, plant, lubricants } = await reading(async (db) => ({
    page: await readPointPage(desk, decodeURIComponent(code), pointNumber(typed)),
    plant: await thePlant(db),
    lubricants: await db.Lubricant.findAll({ order: [['code', 'ASC']] }),
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
  );
  const cameEmpty = states.some((state) => state.cameEmpty);
  const bandChange = states.find((state) => state.bandChange)?.bandChange;
  const today = plantToday(desk.now, plant);
  const label = pointLabel(machine.code, point.number);
  const [winner] = assignments;
  const lubricantOptions = lubricants.map(({ id, code: house, name }) => ({ value: id, label: `${house} ${name}` }));
  const greaseTask = states.find(({ action }) => action === 'grease');
  const proposalIsNew =
    proposal &&
    (!greaseTask?.amount.computed ||
      !greaseTask.interval.computed ||
      (proposal.amount.ok &&
        JSON.stringify(proposal.amount.stored.input) !== JSON.stringify(greaseTask.amount.computed.input)) ||
      (proposal.interval.ok &&
        JSON.stringify(proposal.interval.stored.input) !== JSON.stringify(greaseTask.interval.computed.input)));
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/plant">Plant</Link> ›{' '}
            <Link href={`/plant/machines/${machine.code}`}>
              {machine.code} {machine.name}
            </Link>
          </>
        }
        title={
          <>
            <span className="mr-3">{label}</span>
            <span className="font-normal">{point.name}</span>
          </>
        }
        actions={
          <p className="no-print flex gap-2">
            <a href="#write" className="button">
              Write in the book
            </a>
            <Link href={`${here}/commission`} className="button">
              Commission
            </Link>
            <Link href={`/plant/machines/${machine.code}/points/${point.number}/edit`} className="button">
              Change point
            </Link>
          </p>
        }
      >
        <p className="text-muted">
          {pointKinds[point.kind].label}, {point.location}
        </p>
      </PageHead>
      {point.retiredOn && (
        <OutOfUse kind="point" id={point.id} version={point.version} name={label} retiredOn={point.retiredOn} />
      )}
      {cameEmpty && (
        <NoticeLine
          notice={{
            level: 'stop',
            text: 'This unit came empty and no filling is in the book. It is not started before it is filled: fill it, then write the oil change or the commissioning with its litres.',
          }}
        />
      )}
      {bandChange && (
        <NoticeLine
          notice={{
            level: 'caution',
            text: `The ${bandChange.band} band wants ${bandChange.wants}; the sump holds ${bandChange.holds}. A change is due. Until it is logged, top up with ${bandChange.holds} only.`,
          }}
        />
      )}
      <Warnings cautions={point.cautions} doNots={point.doNots} forbidsAirGun={Boolean(point.forbidsAirGun)} />
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <LubricantSection
            page={page}
            here={here}
            lubricants={lubricants}
            bands={plant.ambientBands.map(({ name }) => name)}
            today={today}
          />
          {winner && proposal && (proposalIsNew || proposal.closed) && (
            <ProposalSection
              proposal={proposal}
              guns={guns.filter(({ lubricantId }) => lubricantId === winner.lubricant.id)}
              forbidsAirGun={Boolean(point.forbidsAirGun)}
              known={Boolean(greaseTask?.amount.computed)}
              pointId={point.id}
            />
          )}
          {reservoir && (
            <Section
              id="reservoir"
              title={
                <>
                  Oil store{' '}
                  <span className="font-normal">
                    <Link href={`/plant/machines/${machine.code}/reservoirs/${reservoir.id}`}>{reservoir.name}</Link>
                  </span>
                </>
              }
            >
              {sharedWith.length > 0 && (
                <p className="caption">
                  It also feeds{' '}
                  {sharedWith.map(({ number: other, name }) => `${pointLabel(machine.code, other)} ${name}`).join(', ')}
                  .
                </p>
              )}
              <div className="mt-2">
                <FillFacts
                  reservoir={{
                    id: reservoir.id,
                    mounting: reservoir.mounting,
                    fillTable: reservoir.fillTable,
                    levelMarks: reservoir.levelMarks,
                    confirmed: reservoir.confirmed ?? null,
                    capacityL: reservoir.capacityL,
                    fillMark: reservoir.fillMark,
                    checkMark: reservoir.checkMark,
                    checkMarkState: reservoir.checkMarkState ?? null,
                    settleMinutes: reservoir.settleMinutes ?? null,
                  }}
                />
              </div>
            </Section>
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

          <Section id="tasks" title="Tasks">
            {states.length === 0 && (
              <p className="mt-2">
                {point.retiredOn || machine.retiredOn
                  ? 'Its tasks rest while it is out of use.'
                  : winner
                    ? 'No task yet. Take the computed one, or state one from the manual.'
                    : 'Assign a lubricant first; an interval belongs to a point and its lubricant.'}
              </p>
            )}
            {states.map((state) => (
              <TaskSection
                key={state.taskId}
                state={state}
                titles={new Map(states.map(({ taskId, title }) => [taskId, title]))}
                calendar={plantCalendar(plant)}
                today={today}
                personId={desk.actor.id}
                machineId={machine.id}
                guns={guns.filter(({ airPowered }) => !(airPowered && point.forbidsAirGun))}
              />
            ))}
            {retiredTasks.map(
              ({ id, title, version = 0, retiredOn }) =>
                retiredOn && (
                  <OutOfUse key={id} kind="task" id={id} version={version} name={title} retiredOn={retiredOn} />
                ),
            )}
            {winner && (
              <Disclosure summary="State a task from the manual" className="no-print mt-3">
                <div className="mt-3 max-w-2xl">
                  <TaskFields
                    pointId={point.id}
                    kind={point.kind}
                    machineState={point.machineState}
                    meters={meters.map(({ id, name }) => ({ value: id, label: name }))}
                    others={states.map(({ taskId, title }) => ({ value: taskId, label: title }))}
                  />
                </div>
              </Disclosure>
            )}
          </Section>
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          <Section id="facts" title="What it is">
            <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
              {fieldsOf(point.kind).flatMap((field) =>
                point.details[field.key] === undefined
                  ? []
                  : [
                      <Fact key={field.key} name={field.label}>
                        {detailWords(field, point.details[field.key]!)}
                      </Fact>,
                    ],
              )}
              <Fact name="Machine state">{machineStates[point.machineState as MachineState]}</Fact>
              <Fact name="A failure costs">{consequences[point.consequence as 1 | 2 | 3 | 4]}</Fact>
              {point.materials.length > 0 && (
                <Fact name="Touches">{point.materials.map((each) => materials[each]).join(', ')}</Fact>
              )}
              {(point.enoughSign || usualEnough(point.kind)) && (
                <Fact name="It is enough when">{point.enoughSign || usualEnough(point.kind)}</Fact>
              )}
              {point.accessNote && <Fact name="How to get to it">{point.accessNote}</Fact>}
            </dl>
          </Section>
          <Section id="write" title="Write in the book" className="no-print" spaced>
            <EntryForm
              timeZone={plant.timeZone}
              personId={desk.actor.id}
              machineId={machine.id}
              pointId={point.id}
              initial={{
                lubricantId: winner?.lubricant.id ?? '',
                gunId: guns.find(({ lubricantId }) => lubricantId === winner?.lubricant.id)?.id ?? '',
                taskId: states.length === 1 ? states[0]!.taskId : '',
              }}
              context={{
                calendar: plantCalendar(plant),
                tasks: states.map((state) => ({
                  value: state.taskId,
                  label: `${state.title}, ${amount(state.amount.kind, state.amount.value)}`,
                  action: state.action,
                })),
                lubricants: lubricantOptions,
                guns: guns.map((gun) => ({
                  value: gun.id,
                  label: `${gun.code} ${gun.name}, ${measured(gun.gramsPerStroke)} g a stroke`,
                  gramsPerStroke: gun.gramsPerStroke,
                  lubricantId: gun.lubricantId,
                })),
              }}
            />
          </Section>
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
    </>
  );
}

function detailWords(field: FieldSpec, value: number | string): string {
  if (field.type === 'quantity') return `${measured(Number(value))} ${dimensions[field.dimension].unit}`;
  return field.type === 'choice'
    ? (field.options.find((option) => option.value === value)?.label ?? String(value))
    : String(value);
}

/** Cautions and do-nots stand before everything else on the page. */
function Warnings({ cautions, doNots, forbidsAirGun }: { cautions: string; doNots: string; forbidsAirGun: boolean }) {
  if (!cautions && !doNots && !forbidsAirGun) return null;
  return (
    <div className="mt-4 grid gap-1 border-l-4 border-ink pl-3">
      {cautions && (
        <p>
          <strong>Caution.</strong> {cautions}
        </p>
      )}
      {doNots && (
        <p>
          <strong>Do not.</strong> {doNots}
        </p>
      )}
      {forbidsAirGun && (
        <p>
          <strong>Do not</strong> use an air-powered gun here.
        </p>
      )}
    </div>
  );
}
