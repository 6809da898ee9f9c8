import type { Metadata } from 'next';
import { pointLabel } from '@/core/register/assignment';
import { plantToday } from '@/core/time/plant-day';
import { loadTaskStates } from '@/desk/standing/states';
import { thePlant } from '@/desk/plant';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { UnknownForm } from './unknown-form';

export const metadata: Metadata = { title: 'Last service unknown' };

/** Every task whose last service nobody knows, and the four ways out, for many at once. */
export default async function UnknownPage() {
  const desk = await openDesk();
  const { states, plant } = await reading(async (db) => ({
    states: await loadTaskStates(db, desk.now),
    plant: await thePlant(db),
  }));
  const unknown = states.filter(({ due }) => due.state === 'unknown');
  return (
    <>
      <header className="border-b-2 border-ink pb-3">
        <h1 className="text-3xl">Last service unknown</h1>
      </header>
      <p className="mt-4 max-w-prose">
        Nobody knows when these were last done, so they have no date. Tick what you know something about, then say what.
      </p>
      {unknown.length === 0 ? (
        <p className="mt-6">There are none. Every task has a last service.</p>
      ) : (
        <UnknownForm
          personId={desk.actor.id}
          today={plantToday(desk.now, plant)}
          tasks={unknown.map(({ taskId, title, point, machine }) => ({
            taskId,
            title,
            label: pointLabel(machine.code, point.number),
            pointName: point.name,
            machine: `${machine.code} ${machine.name}`,
            machineId: machine.id,
            pointId: point.id,
            href: pointPath(machine.code, point.number),
          }))}
        />
      )}
    </>
  );
}
