import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { pointLabel } from '@/core/register/assignment';
import { findMachine } from '@/desk/register/machines';
import { findPoint, reservoirsOf } from '@/desk/read/lists';
import { pointNumber } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { InUse } from '@/app/(book)/in-use';
import { PointForm } from '@/app/(book)/plant/machines/[code]/points/point-form';

export const metadata: Metadata = { title: 'Change a point' };

export default async function EditPointPage({ params }: { params: Promise<{ code: string; number: string }> }) {
  const { code, number } = await params;
  await openDesk('plan');
  const { machine, point, reservoirs } = await reading(async (db) => {
    const found = await findMachine({ db }, decodeURIComponent(code));
    return {
      machine: found,
      point: found ? await findPoint(db, found.id, pointNumber(number)) : null,
      reservoirs: found ? await reservoirsOf(db, found.id) : [],
    };
  });
  if (!machine || !point) notFound();
  const {
    id,
    version,
    kind,
    name,
    location,
    reservoirId,
    consequence,
    machineState,
    cautions,
    doNots,
    accessNote,
    enoughSign,
    forbidsAirGun,
    materials = [],
    details,
  } = point;
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead title={<>Change {pointLabel(machine.code, point.number)}</>} />
      </div>
      <PointForm
        known={{ id, version, number: point.number }}
        machine={{ id: machine.id, code: machine.code }}
        reservoirs={reservoirs.map((each) => ({ value: each.id, label: each.name }))}
        initial={{
          kind,
          name,
          location,
          reservoirId: reservoirId ?? '',
          consequence: String(consequence),
          machineState,
          cautions,
          doNots,
          accessNote,
          enoughSign,
          forbidsAirGun: Boolean(forbidsAirGun),
          materials,
          details: Object.fromEntries(Object.entries(details).map(([key, value]) => [key, String(value)])),
        }}
      />
      <InUse
        kind="point"
        id={id}
        version={version}
        name={pointLabel(machine.code, point.number)}
        retiredOn={point.retiredOn}
        what="Its tasks leave the plan, the due list and all routes from today; its number is not given again."
      />
    </div>
  );
}
