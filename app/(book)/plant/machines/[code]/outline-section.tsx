import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { WhoMay } from '@/components/who-may';
import { MachineOutline } from '@/components/scales/machine-outline';
import { completeOutline } from '@/core/register/outline';
import type { MachinePage as Page } from '@/desk/read/machine';

/** The drawing of a machine with its points. */
export function OutlineSection({ machine, points }: Pick<Page, 'machine' | 'points'>) {
  const numbers = new Map(points.map(({ id }, index) => [id, index + 1]));
  return (
    <Section id="outline" title="Outline">
      <MachineOutline
        outline={completeOutline(
          machine.outline,
          machine.name,
          points.map(({ id }) => id),
        )}
        numbers={numbers}
        title={`Outline of ${machine.code} with its points numbered in walking order`}
      />
      <WhoMay action="plan">
        <p className="no-print">
          <Link href={`/plant/machines/${machine.code}/drawing`}>Change the drawing</Link>
        </p>
      </WhoMay>
    </Section>
  );
}
