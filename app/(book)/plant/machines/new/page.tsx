import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk, reading } from '../../../../server';
import { MachineFields } from '../machine-fields';

export const metadata: Metadata = { title: 'Add a machine' };

export default async function NewMachinePage() {
  await openDesk();
  const areas = await reading((db) => db.Area.findAll({ order: [['position', 'ASC']] }));
  return (
    <div className="max-w-3xl">
      <h1 className="mb-6 border-b-2 border-ink pb-3 text-3xl">Add a machine</h1>
      {areas.length === 0 ? <p>A machine stands in an area. <Link href="/plant#add-area">Add the first area</Link></p> : <MachineFields areas={areas.map(({ id, code, name }) => ({ value: id, label: `${code} ${name}` }))} initial={{ areaId: '', code: '', name: '', description: '', dutyHoursPerDay: '', fittingCount: '', energySources: [] }} />}
    </div>
  );
}
