import Link from 'next/link';
import { Beside } from '@/components/beside';
import { counted, quantityOf } from '@/components/words';
import { Section } from '@/components/ui/section';
import { pointLabel } from '@/core/register/assignment';
import { pointPath } from '@/app/due-item';
import type { LubricantPage } from '@/desk/read/store-room';

/** The points that a lubricant is used at, and how much of it the plan takes. */
export function UsedSection({ lubricant, points, need }: Pick<LubricantPage, 'lubricant' | 'points' | 'need'>) {
  return (
    <Section
      id="used"
      title={
        <>
          Where it is used <span className="caption font-normal">{counted(points.count, 'point')}</span>
        </>
      }
    >
      {need && need.perYear > 0 && (
        <p className="mt-1">
          The plan uses{' '}
          <strong>
            <Beside>{quantityOf(need.perYear, need.unit)}</Beside>
          </strong>{' '}
          a year
          {need.unknownTasks > 0 && <>, and what {counted(need.unknownTasks, 'task')} of films and marks take on top</>}
          . <Link href="/lubricants/needs">By route and month</Link>
        </p>
      )}
      {points.count === 0 ? (
        <p className="mt-2">Nowhere by the plan.</p>
      ) : (
        <ul className="mt-3 columns-1 gap-8 md:columns-2">
          {points.shown.map(({ id, machine, number: place, name }) => (
            <li key={id} className="rule-t break-inside-avoid py-1.5">
              <Link href={pointPath(machine, place)} prefetch={false} className="font-semibold">
                {pointLabel(machine, place)}
              </Link>{' '}
              <span className="text-muted">{name}</span>
            </li>
          ))}
        </ul>
      )}
      {points.count > points.shown.length && (
        <p className="mt-2">
          <Link href={`/due?lubricant=${lubricant.code}`}>All {counted(points.count, 'point')} under Due</Link>
        </p>
      )}
    </Section>
  );
}
