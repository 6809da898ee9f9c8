import { Beside } from '@/components/beside';
import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { day, measured } from '@/components/words';
import type { LubricantPage } from '@/desk/read/store-room';

/** The guns that carry a grease. */
export function GunsSection({ guns }: Pick<LubricantPage, 'guns'>) {
  return (
    <Section id="guns" title="Guns that carry it">
      {guns.length === 0 ? (
        <p className="mt-2">
          None. <Link href="/lubricants/guns">Add a gun</Link>; a gun carries one grease for good.
        </p>
      ) : (
        <ul className="mt-2">
          {guns.map(({ gun, calibrations }) => (
            <li key={gun.id} className="rule-t py-1.5">
              <span className="font-semibold">{gun.code}</span> {gun.name}:{' '}
              <Beside>{`${measured(gun.gramsPerStroke)} g`}</Beside> a stroke
              {calibrations[0] && <span className="caption">, calibrated {day(calibrations[0].doneOn)}</span>}
            </li>
          ))}
        </ul>
      )}
    </Section>
  );
}
