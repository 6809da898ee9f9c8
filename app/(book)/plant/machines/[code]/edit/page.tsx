import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { findMachine } from '@/desk/register/machines';
import { allAreas } from '@/desk/read/lists';
import { openDesk, reading } from '@/app/server';
import { InUse } from '@/app/(book)/in-use';
import { MachineForm } from '@/app/(book)/plant/machines/machine-form';

export const metadata: Metadata = { title: 'Change a machine' };

const typed = (value: number | null) => (value === null ? '' : String(value));

export default async function EditMachinePage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  await openDesk('plan');
  const { machine, areas } = await reading(async (db) => ({
    machine: await findMachine({ db }, decodeURIComponent(code)),
    areas: await allAreas(db),
  }));
  if (!machine) notFound();
  const {
    id,
    version,
    areaId,
    name,
    description,
    dutyHoursPerDay,
    dutyPlan,
    keepsRunning = false,
    fittingCount,
    energySources,
  } = machine;
  return (
    <div className="max-w-3xl">
      <div className="mb-6">
        <PageHead title={<>Change {machine.code}</>} />
      </div>
      <MachineForm
        known={{ id, version }}
        areas={areas.map((area) => ({ value: area.id, label: `${area.code} ${area.name}` }))}
        initial={{
          areaId,
          code: machine.code,
          name,
          description,
          dutyHoursPerDay: dutyPlan?.hoursByWeekday ? '' : typed(dutyHoursPerDay),
          hoursByWeekday: dutyPlan?.hoursByWeekday?.map(String) ?? [],
          dutySeasons: (dutyPlan?.seasons ?? []).map(({ from, to, factor }) => ({
            from,
            to,
            percent: String(factor * 100),
          })),
          keepsRunning,
          fittingCount: typed(fittingCount),
          energySources,
        }}
      />
      <InUse
        kind="machine"
        id={id}
        version={version}
        name={machine.code}
        retiredOn={machine.retiredOn}
        what="All its tasks leave the plan, the due list and all routes from today; its code still leads to its page."
      />
    </div>
  );
}
