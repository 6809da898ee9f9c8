import type { Metadata } from 'next';
import Link from 'next/link';
import { dayAndClock } from '../../../../components/words';
import { pointLabel } from '../../../../core/register/assignment';
import { pointKinds } from '../../../../core/register/point-kinds';
import { thePlant } from '../../../../desk/plant';
import { openDesk, reading } from '../../../server';
import { ManyForm } from './many-form';

export const metadata: Metadata = { title: 'Many points at once' };

/** One field changed on many points: picked by filter, seen before it is done, taken back as a whole. */
export default async function ManyPage() {
  await openDesk();
  const { points, machines, areas, sets, people, plant } = await reading(async (db) => ({
    points: await db.LubePoint.findAll({ where: { retiredOn: null }, order: [['walkPosition', 'ASC']] }), machines: await db.Machine.findAll({ where: { retiredOn: null }, order: [['code', 'ASC']] }), areas: await db.Area.findAll({ order: [['position', 'ASC']] }),
    sets: await db.ChangeSet.findAll({ order: [['madeAt', 'DESC']], limit: 10 }), people: await db.Person.findAll(), plant: await thePlant(db),
  }));
  const choices = machines.flatMap((machine) => points.filter(({ machineId }) => machineId === machine.id).map((point) => ({ id: point.id, label: pointLabel(machine.code, point.number), name: point.name, machine: machine.code, area: areas.find(({ id }) => id === machine.areaId)?.name ?? '', kind: pointKinds[point.kind].label })));
  return (
    <>
      <header className="border-b-2 border-ink pb-3">
        <p className="caption"><Link href="/plant">Plant</Link></p>
        <h1 className="text-3xl">Many points at once</h1>
      </header>
      <ManyForm choices={choices} done={sets.map(({ id, title, madeAt, personId, undoneAt }) => ({ id, title, undone: undoneAt != null, words: `${dayAndClock(madeAt, plant.timeZone)}, ${people.find((person) => person.id === personId)?.initials ?? ''}` }))} />
    </>
  );
}
