import Link from 'next/link';
import { Beside } from '@/components/beside';
import { Section } from '@/components/ui/section';
import { measured } from '@/components/words';
import type { MachinePage as Page } from '@/desk/read/machine';

/** The oil stores of a machine, and which of them nobody has confirmed for its mounting. */
export function ReservoirsSection({ machine, reservoirs }: Pick<Page, 'machine' | 'reservoirs'>) {
  return (
    <Section id="reservoirs" title="Reservoirs">
      <ul className="mt-2">
        {reservoirs.map(({ id, name, capacityL, mounting, confirmed }) => (
          <li key={id} className="rule-t py-1.5">
            <Link href={`/plant/machines/${machine.code}/reservoirs/${id}`}>{name}</Link>{' '}
            <span className="text-muted">
              <Beside>{capacityL !== null && `${measured(capacityL)} L`}</Beside>
              {mounting && `, ${mounting.toLowerCase()}`}
            </span>
            {mounting && confirmed?.position.toLowerCase() !== mounting.toLowerCase() && (
              <span className="block">
                <strong>Fill not confirmed</strong> for this mounting.
              </span>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}
