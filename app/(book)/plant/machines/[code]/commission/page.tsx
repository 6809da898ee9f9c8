import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { BeforeUse } from '@/components/entry/commissioned';
import { CommissionMachineForm, type Fillable } from '@/components/entry/commission-machine-form';
import { PageHead } from '@/components/ui/page-head';
import { measured } from '@/components/words';
import { pointLabel } from '@/core/register/assignment';
import { thePlant } from '@/desk/plant';
import { lubricantsInUse } from '@/desk/read/lists';
import { type MachinePage, readMachinePage } from '@/desk/read/machine';
import { openDesk, reading } from '@/app/server';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: `Commission ${decodeURIComponent((await params).code)}`,
});

/** Puts a whole machine into use at once, with what went into each of its reservoirs. */
export default async function CommissionMachinePage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const { page, plant, lubricants } = await reading(async (db) => ({
    page: await readMachinePage(desk, code),
    plant: await thePlant(db),
    lubricants: await lubricantsInUse(db),
  }));
  if (!page) notFound();
  const { machine, states } = page;
  return (
    <div className="max-w-3xl">
      <PageHead
        trail={
          <Link href={`/plant/machines/${machine.code}`}>
            {machine.code} {machine.name}
          </Link>
        }
        title="Commission or overhaul the machine"
      >
        <p className="mt-1 max-w-prose">
          All its tasks begin anew, those of the first hours are planned, and every sump that litres are written for
          counts as filled. A single unit is put into use from the page of its point.
        </p>
      </PageHead>
      <BeforeUse empty={states.some(({ cameEmpty }) => cameEmpty) ? 'A unit of it' : null} />
      <div className="mt-6">
        <CommissionMachineForm
          personId={desk.actor.id}
          machineId={machine.id}
          timeZone={plant.timeZone}
          lubricants={lubricants.map(({ id, code: house, name }) => ({ value: id, label: `${house} ${name}` }))}
          stores={storesOf(page)}
          back={`/plant/machines/${machine.code}`}
        />
      </div>
    </div>
  );
}

/** Its reservoirs, and the points with a sump of their own, as the plan knows them. */
function storesOf({ machine, points, reservoirs, states }: MachinePage): Fillable[] {
  const lubricantAt = (pointIds: readonly string[]) => {
    const here = states.filter(({ point, lubricant }) => lubricant && pointIds.includes(point.id));
    return (here.find(({ action }) => action === 'oil-change') ?? here[0])?.lubricant?.id ?? '';
  };
  const shared = reservoirs.flatMap(({ id, name, capacityL }): Fillable[] => {
    const fed = points.filter(({ reservoirId }) => reservoirId === id).map((point) => point.id);
    if (fed.length === 0) return [];
    return [
      {
        pointId: fed[0]!,
        name,
        lubricantId: lubricantAt(fed),
        planned: capacityL ? `Holds ${measured(capacityL)} L` : '',
      },
    ];
  });
  const own = points.flatMap(({ id, reservoirId, number, name }): Fillable[] => {
    const change = states.find(({ point, action }) => point.id === id && action === 'oil-change');
    if (reservoirId || !change) return [];
    const { kind, value } = change.amount;
    return [
      {
        pointId: id,
        name: `${pointLabel(machine.code, number)} ${name}`,
        lubricantId: lubricantAt([id]),
        planned: kind === 'litres' && value !== null ? `${measured(value)} L by plan` : '',
      },
    ];
  });
  return [...shared, ...own];
}
