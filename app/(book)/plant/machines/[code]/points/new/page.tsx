import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { findMachine } from '@/desk/register/machines';
import { reservoirsOf } from '@/desk/read/lists';
import { openDesk, reading } from '@/app/server';
import { PointForm } from '../point-form';
import { usualDetails } from '../usual-details';

export const metadata: Metadata = { title: 'Add a point' };

export default async function NewPointPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  await openDesk('plan');
  const { machine, reservoirs } = await reading(async (db) => {
    const found = await findMachine({ db }, code);
    return { machine: found, reservoirs: found ? await reservoirsOf(db, found.id) : [] };
  });
  if (!machine) notFound();
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead
          title={
            <>
              Add a point to {machine.code} <span className="font-normal">{machine.name}</span>
            </>
          }
        />
      </div>
      <PointForm
        machine={{ id: machine.id, code: machine.code }}
        reservoirs={reservoirs.map(({ id, name }) => ({ value: id, label: name }))}
        initial={{
          kind: 'rolling-bearing',
          name: '',
          location: '',
          reservoirId: '',
          consequence: '2',
          machineState: 'any',
          cautions: '',
          doNots: '',
          accessNote: '',
          enoughSign: '',
          forbidsAirGun: false,
          materials: [],
          details: usualDetails('rolling-bearing'),
        }}
      />
    </div>
  );
}
