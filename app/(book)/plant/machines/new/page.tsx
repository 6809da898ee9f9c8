import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { openDesk, reading } from '@/app/server';
import { FromModelForm } from '../copy-form';
import { MachineForm } from '../machine-form';
import { allAreas, allModels } from '@/desk/read/lists';

export const metadata: Metadata = { title: 'Add a machine' };

export default async function NewMachinePage() {
  await openDesk('plan');
  const { areas, models } = await reading(async (db) => ({
    areas: (await allAreas(db)).map(({ id, code, name }) => ({
      value: id,
      label: `${code} ${name}`,
    })),
    models: (await allModels(db)).map(({ id, name }) => ({
      value: id,
      label: name,
    })),
  }));
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead title="Add a machine" />
      </div>
      {areas.length === 0 ? (
        <p>
          A machine stands in an area. <Link href="/plant#add-area">Add the first area</Link>
        </p>
      ) : (
        <MachineForm
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
        <Section id="from-model" title="Or one of a model" className="mt-12 border-t border-ink pt-4" spaced>
          <FromModelForm models={models} areas={areas} />
        </Section>
      )}
    </div>
  );
}
