import { Section } from '@/components/ui/section';
import { compatMaterials } from '@/core/compat/materials';
import { keysOf, materials } from '@/core/compat/vocabulary';
import { computeStored } from '@/core/method';
import type { LubricantPage } from '@/desk/read/store-room';

/** Seals, metals and paints that the tables warn of. */
export function TouchesSection({ lubricant }: Pick<LubricantPage, 'lubricant'>) {
  const touching = computeStored(compatMaterials, {
    fluid: { base: lubricant.baseOil, additives: lubricant.additives },
    materials: keysOf(materials),
  });
  return (
    <Section id="touches" title="What it may touch">
      {touching.ok && touching.result.byMaterial.some(({ verdict }) => verdict !== 'suits') ? (
        <ul className="mt-2">
          {touching.result.byMaterial
            .filter(({ verdict }) => verdict !== 'suits')
            .map(({ material, verdict, reason }) => (
              <li key={material} className="rule-t grid grid-cols-[minmax(0,11rem)_minmax(0,1fr)] gap-x-3 py-1.5">
                <span>
                  <strong className={verdict === 'never' ? 'text-stop' : 'font-medium'}>
                    {verdict === 'never' ? 'never' : 'ask first'}
                  </strong>{' '}
                  {materials[material]}
                </span>
                <span className="text-muted">{reason}</span>
              </li>
            ))}
        </ul>
      ) : (
        <p className="mt-2">Nothing in the tables speaks against any seal, metal or paint.</p>
      )}
      <p className="caption mt-1">
        All other materials of the tables suit. The tables know families only; the maker of the seal knows the compound.
      </p>
    </Section>
  );
}
