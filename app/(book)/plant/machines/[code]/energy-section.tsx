import { Beside } from '@/components/beside';
import Link from 'next/link';
import { Section } from '@/components/ui/section';
import type { MachinePage as Page } from '@/desk/read/machine';

/** What has to be isolated before anyone works inside. */
export function EnergySection({ machine }: Pick<Page, 'machine'>) {
  return (
    <Section id="energy" title="Energy sources">
      <p className="caption">
        Isolate each and prove it at zero, by the site’s own rules. This list informs; it does not permit.
      </p>
      {machine.energySources.length === 0 ? (
        <p className="mt-2">
          None listed. <Link href={`/plant/machines/${machine.code}/edit`}>List them</Link> before anyone works inside.
        </p>
      ) : (
        <dl className="mt-2">
          {machine.energySources.map(({ source, proofOfZero }) => (
            <div key={source} className="rule-t py-2">
              <dt className="font-medium">
                <Beside>{source}</Beside>
              </dt>
              <dd className="text-muted">
                <Beside>{proofOfZero}</Beside>
              </dd>
            </div>
          ))}
        </dl>
      )}
    </Section>
  );
}
