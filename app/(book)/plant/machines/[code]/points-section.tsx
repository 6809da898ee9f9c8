import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { pointKinds } from '@/core/register/point-kinds';
import { pointLabel } from '@/core/register/assignment';
import { pointPath } from '@/app/due-item';
import type { MachinePage as Page } from '@/desk/read/machine';
import { MachinePoints } from './machine-points';

/** The points of a machine in walking order. */
export function PointsSection({
  machine,
  points,
  retired,
  states,
}: Pick<Page, 'machine' | 'points' | 'retired' | 'states'>) {
  const { code } = machine;
  const lubricantOf = new Map(states.map(({ point, lubricant }) => [point.id, lubricant?.code]));
  const uncounted = machine.fittingCount !== null && machine.fittingCount !== points.length;
  return (
    <Section
      id="points"
      title={
        <>
          Points in walking order <span className="caption font-normal">{counted(points.length, 'point')}</span>
        </>
      }
    >
      {uncounted && (
        <p className="mt-2 border-l-4 border-ink pl-3">
          {counted(machine.fittingCount!, 'fitting')} were counted on the machine, {points.length} are listed. Walk
          around it once more.
        </p>
      )}
      {points.length === 0 ? (
        <p className="mt-3">
          No points yet. Count the fittings on the machine, end to end and top to bottom, then add them in the order you
          walk.{' '}
          <WhoMay action="plan">
            <Link href={`/plant/machines/${code}/points/new`}>Add the first point</Link>
          </WhoMay>
        </p>
      ) : (
        <MachinePoints
          machine={machine.code}
          points={points.map(({ id, number: place, name, kind, location }) => ({
            id,
            number: place,
            name,
            where: `${pointKinds[kind].label.toLowerCase()}, ${location}`,
            lubricant: lubricantOf.get(id) ?? null,
          }))}
        />
      )}
      {retired.length > 0 && (
        <p className="caption mt-3">
          Out of use:{' '}
          {retired.map(({ id, number: place, name }, index) => (
            <span key={id}>
              {index > 0 && ', '}
              <Link href={pointPath(machine.code, place)}>{pointLabel(machine.code, place)}</Link> {name}
            </span>
          ))}
        </p>
      )}
    </Section>
  );
}
