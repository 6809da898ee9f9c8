import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { EntryForm } from '../../../../../../../components/entry/entry-form';
import { Working } from '../../../../../../../components/ui/working';
import { amount, day, number, measured } from '../../../../../../../components/words';
import { WrittenList } from '../../../../../../../components/written-list';
import { pointLabel } from '../../../../../../../core/register/assignment';
import { type MachineState, machineStates } from '../../../../../../../core/register/machine-states';
import { type FieldSpec, consequences, fieldsOf, pointKinds, sourceRanks } from '../../../../../../../core/register/point-kinds';
import { plantDayOf } from '../../../../../../../core/time/plant-day';
import { dimensions } from '../../../../../../../core/units/parse-quantity';
import { thePlant } from '../../../../../../../desk/plant';
import { readPointPage } from '../../../../../../../desk/read/machine';
import { readNames } from '../../../../../../../desk/read/names';
import { openDesk, reading } from '../../../../../../server';
import { writtenItem } from '../../../../../../written-item';
import { AssignmentFields } from './assignment-fields';
import { TakeComputed } from './take-computed';
import { TaskFields } from './task-fields';
import { TaskSection } from './task-section';

type Props = { params: Promise<{ code: string; number: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { code, number: typed } = await params;
  return { title: pointLabel(decodeURIComponent(code), Number(typed) || 0) };
}

/** One lube point: what it is, which lubricant and why, how much, how often, and everything written about it. */
export default async function PointPage({ params }: Props) {
  const { code, number: typed } = await params;
  const desk = await openDesk();
  const { page, plant, names, lubricants } = await reading(async (db) => ({ page: await readPointPage(desk, decodeURIComponent(code), Number(typed) || 0), plant: await thePlant(db), names: await readNames(db), lubricants: await db.Lubricant.findAll({ order: [['code', 'ASC']] }) }));
  if (!page) notFound();
  const { machine, point, states, assignments, proposal, meters, guns, history } = page;
  const today = plantDayOf(desk.now.getTime(), plant.timeZone, plant.dayStartsAtMinutes);
  const label = pointLabel(machine.code, point.number);
  const [winner, ...losers] = assignments;
  const lubricantOptions = lubricants.map(({ id, code: house, name }) => ({ value: id, label: `${house} ${name}` }));
  const greaseTask = states.find(({ action }) => action === 'grease');
  const proposalIsNew = proposal && (!greaseTask?.amount.computed || !greaseTask.interval.computed || (proposal.amount.ok && JSON.stringify(proposal.amount.stored.input) !== JSON.stringify(greaseTask.amount.computed.input)) || (proposal.interval.ok && JSON.stringify(proposal.interval.stored.input) !== JSON.stringify(greaseTask.interval.computed.input)));
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <p className="caption"><Link href="/plant">Plant</Link> › <Link href={`/plant/machines/${machine.code}`}>{machine.code} {machine.name}</Link></p>
          <h1 className="text-3xl"><span className="mr-3">{label}</span><span className="font-normal">{point.name}</span></h1>
          <p className="text-muted">{pointKinds[point.kind].label}, {point.location}</p>
        </div>
        <p className="no-print flex gap-2"><a href="#write" className="button">Write in the book</a><Link href={`/plant/machines/${machine.code}/points/${point.number}/edit`} className="button">Change point</Link></p>
      </header>
      <Warnings cautions={point.cautions} doNots={point.doNots} forbidsAirGun={Boolean(point.forbidsAirGun)} />
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <section aria-labelledby="lubricant">
            <h2 id="lubricant" className="text-xl">Lubricant</h2>
            {winner ? (
              <>
                <p className="mt-2 text-lg"><span className="house-code mr-2">{winner.lubricant.code}</span>{winner.lubricant.name}</p>
                <p className="text-muted">{sourceRanks[winner.source]}: {winner.sourceText}, {day(winner.sourceOn)}{winner.climate && `, for ${winner.climate}`}{winner.mounting && `, mounted ${winner.mounting}`}. Recorded by {winner.by}.</p>
                {losers.length > 0 && <ul className="mt-2">{losers.map((line) => <li key={line.id} className="caption">Outranked: <span className="house-code">{line.lubricant.code}</span> by {sourceRanks[line.source].toLowerCase()} ({line.sourceText}, {day(line.sourceOn)})</li>)}</ul>}
              </>
            ) : <p className="mt-2">No lubricant is assigned yet. Record what the best source at hand says.</p>}
            <details className="no-print mt-2" open={!winner}>
              <summary className="inline-flex min-h-11 cursor-pointer items-center text-sm underline decoration-rule underline-offset-4 md:min-h-8">Record another source</summary>
              <div className="mt-3 max-w-2xl"><AssignmentFields pointId={point.id} lubricants={lubricantOptions} today={today} /></div>
            </details>
          </section>

          {winner && proposal && proposalIsNew && (
            <section aria-labelledby="computed" className="border-y border-ink py-4">
              <h2 id="computed" className="text-xl">{greaseTask?.amount.computed ? 'The computation would now differ' : 'Worked out from its sizes'}</h2>
              {greaseTask?.amount.computed && <p className="caption">The point or the plant’s schools have changed since. Nothing is changed until you take it.</p>}
              <dl className="mt-3 grid gap-4 sm:grid-cols-2">
                <div><dt className="font-medium">Amount</dt><dd>{proposal.amount.ok ? <><span className="text-2xl">{measured(proposal.amount.value)} g</span>{guns.filter(({ lubricantId }) => lubricantId === winner.lubricant.id).map((gun) => <span key={gun.id} className="ml-3 text-muted">{Math.max(1, Math.round(proposal.amount.ok ? proposal.amount.value / gun.gramsPerStroke : 0))} strokes of {gun.code}</span>)}<Working computation={proposal.amount.stored} label="The working of the amount" /></> : proposal.amount.reason}</dd></div>
                <div><dt className="font-medium">Interval</dt><dd>{proposal.interval.ok ? <><span className="text-2xl">{number(proposal.interval.value, 0)} h</span><Working computation={proposal.interval.stored} label="The working of the interval" /></> : proposal.interval.reason}</dd></div>
              </dl>
              {proposal.amount.ok && proposal.interval.ok && <TakeComputed pointId={point.id} label="Take amount and interval" />}
            </section>
          )}

          <section aria-labelledby="tasks">
            <h2 id="tasks" className="text-xl">Tasks</h2>
            {states.length === 0 && <p className="mt-2">{winner ? 'No task yet. Take the computed one, or state one from the manual.' : 'Assign a lubricant first; an interval belongs to a point and its lubricant.'}</p>}
            {states.map((state) => <TaskSection key={state.taskId} state={state} today={today} personId={desk.actor.id} machineId={machine.id} guns={guns} />)}
            {winner && (
              <details className="no-print mt-3">
                <summary className="inline-flex min-h-11 cursor-pointer items-center underline decoration-rule underline-offset-4 md:min-h-8">State a task from the manual</summary>
                <div className="mt-3 max-w-2xl"><TaskFields pointId={point.id} kind={point.kind} machineState={point.machineState} meters={meters.map(({ id, name }) => ({ value: id, label: name }))} /></div>
              </details>
            )}
          </section>
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          <section aria-labelledby="facts">
            <h2 id="facts" className="text-xl">What it is</h2>
            <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
              {fieldsOf(point.kind).flatMap((field) => (point.details[field.key] === undefined ? [] : [<Fact key={field.key} name={field.label}>{detailWords(field, point.details[field.key]!)}</Fact>]))}
              <Fact name="Machine state">{machineStates[point.machineState as MachineState]}</Fact>
              <Fact name="A failure costs">{consequences[point.consequence as 1 | 2 | 3 | 4]}</Fact>
              {point.enoughSign && <Fact name="It is enough when">{point.enoughSign}</Fact>}
              {point.accessNote && <Fact name="How to get to it">{point.accessNote}</Fact>}
            </dl>
          </section>
          <section aria-labelledby="write" className="no-print">
            <h2 id="write" className="mb-3 text-xl">Write in the book</h2>
            <EntryForm timeZone={plant.timeZone} personId={desk.actor.id} machineId={machine.id} pointId={point.id} initial={{ lubricantId: winner?.lubricant.id ?? '', gunId: guns.find(({ lubricantId }) => lubricantId === winner?.lubricant.id)?.id ?? '', taskId: states.length === 1 ? states[0]!.taskId : '' }}
              context={{ tasks: states.map((state) => ({ value: state.taskId, label: `${state.title}, ${amount(state.amount.kind, state.amount.value)}`, action: state.action })), lubricants: lubricantOptions, guns: guns.map((gun) => ({ value: gun.id, label: `${gun.code} ${gun.name}, ${measured(gun.gramsPerStroke)} g a stroke`, gramsPerStroke: gun.gramsPerStroke, lubricantId: gun.lubricantId })) }} />
          </section>
          <section aria-labelledby="history">
            <h2 id="history" className="mb-2 text-xl">History</h2>
            {history.length === 0 ? <p>Nothing has been written about this point yet.</p> : <WrittenList items={history.map((line) => ({ ...writtenItem(line, names, plant.timeZone, true), place: null }))} />}
          </section>
        </div>
      </div>
    </>
  );
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return <><dt className="rule-t py-1.5 text-muted">{name}</dt><dd className="rule-t py-1.5">{children}</dd></>;
}

function detailWords(field: FieldSpec, value: number | string): string {
  if (field.type === 'quantity') return `${measured(Number(value))} ${dimensions[field.dimension].unit}`;
  return field.type === 'choice' ? (field.options.find((option) => option.value === value)?.label ?? String(value)) : String(value);
}

/** Cautions and do-nots stand before everything else on the page. */
function Warnings({ cautions, doNots, forbidsAirGun }: { cautions: string; doNots: string; forbidsAirGun: boolean }) {
  if (!cautions && !doNots && !forbidsAirGun) return null;
  return (
    <div className="mt-4 grid gap-1 border-l-4 border-ink pl-4">
      {cautions && <p><strong>Caution.</strong> {cautions}</p>}
      {doNots && <p><strong>Do not.</strong> {doNots}</p>}
      {forbidsAirGun && <p><strong>Do not</strong> use an air-powered gun here.</p>}
    </div>
  );
}
