import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { counted, dayAndClock } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { pointKinds } from '@/core/register/point-kinds';
import { templateTaskWords } from '@/core/register/task-template';
import { thePlant } from '@/desk/plant';
import { readChangeSets, pointsToPickFrom } from '@/desk/read/point-choices';
import { allTemplates } from '@/desk/read/lists';
import { openDesk, reading } from '@/app/server';
import { OutOfUse } from '@/app/(book)/in-use';
import { ApplyForm } from './apply-form';

export const metadata: Metadata = { title: 'Templates' };

/** Sets of tasks with their intervals, made by the plant for kinds of points: applied to many at once, taken back as a whole. */
export default async function TemplatesPage() {
  await openDesk();
  const { all, choices, areas, sets, plant } = await reading(async (db) => ({
    all: await allTemplates(db),
    ...(await pointsToPickFrom(db)),
    sets: await readChangeSets(db, 'template'),
    plant: await thePlant(db),
  }));
  const templates = all.filter(({ retiredOn }) => !retiredOn);
  const retired = all.filter(({ retiredOn }) => retiredOn);
  return (
    <>
      <PageHead
        trail={<Link href="/plant">Plant</Link>}
        title="Templates"
        actions={
          <p className="no-print">
            <WhoMay action="plan">
              <Link href="/plant/templates/new" className="button">
                Make a template
              </Link>
            </WhoMay>
          </p>
        }
      />
      {templates.length === 0 ? (
        <p className="mt-4">
          No template yet. One holds the tasks that points of a kind have in common, with their intervals.{' '}
          <WhoMay action="plan">
            <Link href="/plant/templates/new">Make the first</Link>
          </WhoMay>
        </p>
      ) : (
        <ul className="mt-4">
          {templates.map(({ id, name, pointKind, firstHours, tasks }) => (
            <li key={id} className="rule-b py-2">
              <Link href={`/plant/templates/${id}`} className="font-semibold">
                {name}
              </Link>{' '}
              <span className="caption">
                for {pointKind === 'any' ? 'points of any kind' : pointKinds[pointKind].label.toLowerCase()};{' '}
                {counted(tasks.length, 'task')}
                {firstHours && '; applies itself when a unit is commissioned'}
              </span>
              <ul className="text-sm text-muted">
                {tasks.map((task) => (
                  <li key={task.title}>{templateTaskWords(task)}</li>
                ))}
              </ul>
            </li>
          ))}
        </ul>
      )}
      {retired.map(
        ({ id, name, version = 0, retiredOn }) =>
          retiredOn && (
            <OutOfUse key={id} kind="template" id={id} version={version} name={name} retiredOn={retiredOn} />
          ),
      )}
      {templates.length > 0 && (
        <WhoMay action="plan">
          <ApplyForm
            templates={templates.map(({ id, name }) => ({ id, name }))}
            choices={choices}
            areas={areas}
            done={sets.map(({ madeAt, by, ...set }) => ({
              ...set,
              words: `${dayAndClock(madeAt, plant.timeZone)}, ${by}`,
            }))}
          />
        </WhoMay>
      )}
    </>
  );
}
