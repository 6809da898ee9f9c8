import { pointPath } from '@/app/due-item';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { WhoMay } from '@/components/who-may';
import { pointLabel } from '@/core/register/assignment';
import { pointKinds } from '@/core/register/point-kinds';
import type { PointPage as Page } from '@/desk/read/machine';

/** What a point is called, and what can be done from here. */
export function PointHead({ machine, point }: Pick<Page, 'machine' | 'point'>) {
  const here = pointPath(machine.code, point.number);
  return (
    <PageHead
      trail={
        <>
          <Link href="/plant">Plant</Link> ›{' '}
          <Link href={`/plant/machines/${machine.code}`}>
            {machine.code} {machine.name}
          </Link>
        </>
      }
      title={
        <>
          <span className="mr-3">{pointLabel(machine.code, point.number)}</span>
          <span className="font-normal">{point.name}</span>
        </>
      }
      actions={
        <p className="no-print flex gap-2">
          <WhoMay action="write">
            <a href="#write" className="button">
              Write in the book
            </a>
          </WhoMay>
          <Link href={`${here}/commission`} className="button">
            Commission
          </Link>
          <WhoMay action="plan">
            <Link href={`${here}/edit`} className="button">
              Change point
            </Link>
          </WhoMay>
        </p>
      }
    >
      <p className="text-muted">
        {pointKinds[point.kind].label}, {point.location}
      </p>
    </PageHead>
  );
}
