import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { HeadRow, right } from '@/components/ui/head-row';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { PostponeForm } from '@/components/entry/postpone-form';
import { RuledHourLine } from '@/components/scales/hour-line';
import { NoticeLine } from '@/components/ui/notice';
import { WorkingSteps } from '@/components/ui/working';
import { day, number } from '@/components/words';
import { latestPostponement, postponementRule } from '@/core/interval/due-facts';
import { dueWords } from '@/core/interval/due-words';
import { limitWords } from '@/core/interval/limits';
import { triggerWords } from '@/core/interval/triggers';
import { pointLabel } from '@/core/register/assignment';
import { plantToday } from '@/core/time/plant-day';
import { deriveTaskStates } from '@/desk/standing/states';
import { thePlant } from '@/desk/plant';
import { pointPath } from '@/app/due-item';
import { ChangesSection } from '@/app/changes-section';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Why is this due?' };

/** One task: every limit beside the others, which of them governs, and the arithmetic. Derived from the log, not from the projection. */
export default async function WhyDuePage({ params }: { params: Promise<{ taskId: string }> }) {
  const { taskId } = await params;
  const desk = await openDesk();
  const { state, plant } = await reading(async (db) => ({
    state: (await deriveTaskStates(db, desk.now, { taskIds: [taskId] }))[0],
    plant: await thePlant(db),
  }));
  if (!state) notFound();
  const { due, machine, point, title, severity, triggers, cyclic, rhythm, counts } = state;
  const today = plantToday(desk.now, plant);
  const label = pointLabel(machine.code, point.number);
  const lastMs = due.lastServiceAt ? Date.parse(due.lastServiceAt) : undefined;
  const latest = latestPostponement({ ...due, ...(lastMs !== undefined && { lastMs }) }, point.consequence, plant);
  return (
    <div className="max-w-3xl">
      <PageHead
        trail={
          <>
            <Link href="/due">Due</Link> › <Link href={pointPath(machine.code, point.number)}>{label}</Link>{' '}
            {point.name}
          </>
        }
        title="Why is this due?"
      >
        <p className="mt-1 text-lg">
          {title}: <strong>{dueWords(due, today)}</strong>
          {due.dueOn && <>, {day(due.dueOn)}</>}
          {due.runIn && ', running in'}
        </p>
      </PageHead>
      {due.postponedFrom && (
        <p className="mt-4 border-l-4 border-ink pl-3">Put off: it was due on {day(due.postponedFrom)}.</p>
      )}
      <div className="mt-5">
        <RuledHourLine facts={due.hourLine} words={`${title}: ${dueWords(due, today)}`} today={today} />
      </div>
      {due.limits.length > 0 && (
        <Section id="limits" title="The limits compared" className="mt-6">
          <p className="caption">
            Whichever comes first wins.{' '}
            {rhythm === 'fixed'
              ? 'The next interval counts from the plan.'
              : 'The next interval counts from the last real service.'}
            {cyclic && ' The stages go round.'}
          </p>
          <table className="mt-2 w-full max-w-xl">
            <HeadRow columns={['Limit', right('Reached at'), right('Day'), right('Used up, as last read')]} />
            <tbody>
              {due.limits.map(({ by, dueAt, dueOn, consumedShare }, index) => (
                <tr key={index} className={`rule-b ${by === due.by ? 'font-semibold' : ''}`}>
                  <th scope="row" className="py-1.5 pr-4">
                    {by === 'cycles' ? `by ${counts}` : limitWords[by]}
                    {by === due.by && ' (first)'}
                  </th>
                  <td className="pr-4 text-right">
                    {dueAt === undefined ? '' : `${number(dueAt, 0)} ${by === 'hours' ? 'h' : counts}`}
                  </td>
                  <td className="pr-4 text-right">{dueOn ? day(dueOn) : 'no date'}</td>
                  <td className="pr-4 text-right">{number(consumedShare * 100, 0)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
          {severity.length > 0 && (
            <p className="mt-2">
              Severity: {severity.map(({ name, value }) => `${name} × ${number(value, 2)}`).join(', ')}.
            </p>
          )}
          {triggers.length > 0 && <p className="mt-1">Also {triggers.map(triggerWords).join('; ')}.</p>}
        </Section>
      )}
      {due.notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
      {due.working.length > 0 && (
        <Section id="working" title="The working" className="mt-6">
          <div className="mt-2 border-l-2 border-ink pl-4">
            <WorkingSteps steps={due.working} />
          </div>
        </Section>
      )}
      {due.state !== 'known' && (
        <p className="mt-4">
          <Link href={pointPath(machine.code, point.number)}>Say at the point when it was last done</Link>
        </p>
      )}
      {latest && due.dueOn && (
        <Section id="put-off" title="Put it off" className="no-print mt-8">
          <p className="caption">{postponementRule}</p>
          <div className="mt-3">
            <PostponeForm
              personId={desk.actor.id}
              machineId={machine.id}
              pointId={point.id}
              taskId={taskId}
              dueOn={due.postponedFrom ?? due.dueOn}
              latest={latest}
            />
          </div>
        </Section>
      )}
      <ChangesSection ids={[taskId]} timeZone={plant.timeZone} />
    </div>
  );
}
