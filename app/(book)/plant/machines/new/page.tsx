import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk, reading } from '@/app/server';
import { FromModelFields } from '../copy-fields';
import { MachineFields } from '../machine-fields';

export const metadata: Metadata = { title: 'Add a machine' };

export default async function NewMachinePage() {
  await openDesk();
  const { areas, models } = await reading(async (db) => ({
    areas: (await db.Area.findAll({ order: [['position', 'ASC']] })).map(({ id, code, name }) => ({
      value: id,
      label: `${code} ${name}`,
    })),
    models: (await db.MachineModel.findAll({ order: [['name', 'ASC']] })).map(({ id, name }) => ({
      value: id,
      label: name,
    })),
  }));
  return (
    <div className="max-w-4xl">
      <h1 className="mb-6 border-b-2 border-ink pb-3 text-3xl">Add a machine</h1>
      {areas.length === 0 ? (
        <p>
          A machine stands in an area. <Link href="/plant#add-area">Add the first area</Link>
        </p>
      ) : (
        <MachineFields
          areas={areas}
          initial={{
            areaId: '',
            code: '',
            name: '',
            description: '',
            dutyHoursPerDay: '',
            hoursByWeekday: [],
            dutySeasons: [],
            keepsRunning: false,
            fittingCount: '',
            energySources: [],
          }}
        />
      )}
      {models.length > 0 && (
        <section aria-labelledby="from-model" className="mt-12 border-t border-ink pt-4">
          <h2 id="from-model" className="mb-3 text-xl">
            Or one of a model
          </h2>
          <FromModelFields models={models} areas={areas} />
        </section>
      )}
    </div>
  );
}
