import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { counted } from '@/components/words';
import { readMachinePage } from '@/desk/read/machine';
import { allAreas } from '@/desk/read/lists';
import { openDesk, reading } from '@/app/server';
import { CopyForm, ModelForm } from '@/app/(book)/plant/machines/copy-form';

export const metadata: Metadata = { title: 'Another like this' };

export default async function CopyMachinePage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk('plan');
  const { page, areas } = await reading(async (db) => ({
    page: await readMachinePage(desk, code),
    areas: await allAreas(db),
  }));
  if (!page) notFound();
  const { machine, points, states, reservoirs, model } = page;
  return (
    <div className="max-w-3xl">
      <PageHead
        trail={
          <Link href={`/plant/machines/${machine.code}`}>
            {machine.code} {machine.name}
          </Link>
        }
        title="Another like this"
      />
      <p className="mt-4">
        With its {counted(points.length, 'point')}, {counted(reservoirs.length, 'reservoir')} and{' '}
        {counted(states.length, 'task')}, lubricants and drawing. Meters begin unread and the last services are unknown,
        as on a machine one has not looked after yet.
      </p>
      <Section id="copy" title="Duplicate it" className="mt-6" spaced>
        <CopyForm
          machineId={machine.id}
          areas={areas.map(({ id, code: area, name }) => ({ value: id, label: `${area} ${name}` }))}
          initial={{ codes: '', name: machine.name, areaId: machine.areaId }}
        />
      </Section>
      <section aria-labelledby="model" className="mt-10 border-t border-ink pt-4">
        <h2 id="model" className="mb-1 text-xl">
          Make it a model
        </h2>
        <p className="mb-3">
          {model
            ? `It is of the model "${model.name}".`
            : 'A model stays in the book; equal machines are then made from it under “Add a machine”.'}
        </p>
        <ModelForm machineId={machine.id} />
      </section>
    </div>
  );
}
