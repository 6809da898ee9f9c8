import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { pointLabel } from '@/core/register/assignment';
import { FillFacts } from '@/app/(book)/plant/machines/[code]/reservoirs/fill-facts';
import type { PointPage as Page } from '@/desk/read/machine';
import { fillOf } from '@/app/(book)/plant/machines/[code]/reservoirs/fill-of';

/** The reservoir that feeds a point. */
export function OilStoreSection({
  machine,
  reservoir,
  sharedWith,
}: Pick<Page, 'machine' | 'sharedWith'> & { reservoir: NonNullable<Page['reservoir']> }) {
  return (
    <Section
      id="reservoir"
      title={
        <>
          Oil store{' '}
          <span className="font-normal">
            <Link href={`/plant/machines/${machine.code}/reservoirs/${reservoir.id}`}>{reservoir.name}</Link>
          </span>
        </>
      }
    >
      {sharedWith.length > 0 && (
        <p className="caption">
          It also feeds{' '}
          {sharedWith.map(({ number: other, name }) => `${pointLabel(machine.code, other)} ${name}`).join(', ')}.
        </p>
      )}
      <div className="mt-2">
        <FillFacts reservoir={fillOf(reservoir)} />
      </div>
    </Section>
  );
}
