import { Fact } from '@/components/ui/fact';
import { Section } from '@/components/ui/section';
import { measured, number } from '@/components/words';
import { additives, bases, thickeners } from '@/core/compat/vocabulary';
import { nlgiRanges } from '@/core/lubricant/nlgi';
import { computeStored } from '@/core/method';
import { isGreaseKind } from '@/core/store/store-room';
import { viscosityIndexMethod } from '@/core/viscosity/viscosity-index';
import type { LubricantPage } from '@/desk/read/store-room';

/** What a lubricant is, by its data sheet. */
export function FactsSection({ lubricant }: Pick<LubricantPage, 'lubricant'>) {
  const index = computeStored(viscosityIndexMethod, { kv40: lubricant.kv40, kv100: lubricant.kv100 });
  const range = lubricant.nlgi === null ? undefined : nlgiRanges[lubricant.nlgi];
  const used = [
    lubricant.lowerC !== null && `from ${measured(lubricant.lowerC)} °C`,
    lubricant.upperC !== null && `up to ${measured(lubricant.upperC)} °C`,
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <Section id="what" title="What it is">
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
        {range && (
          <Fact name="NLGI">{`${lubricant.nlgi}: penetration ${range.from} to ${range.to}, ${range.feel}`}</Fact>
        )}
        {lubricant.thickener && <Fact name="Thickener">{thickeners[lubricant.thickener]}</Fact>}
        {lubricant.baseOil && <Fact name="Base oil">{bases[lubricant.baseOil]}</Fact>}
        {lubricant.isoVg !== null && (
          <Fact name={isGreaseKind(lubricant.kind) ? 'Base oil grade' : 'Grade'}>{`ISO VG ${lubricant.isoVg}`}</Fact>
        )}
        {lubricant.kv40 !== null && <Fact name="At 40 °C">{`${measured(lubricant.kv40)} mm²/s`}</Fact>}
        {lubricant.kv100 !== null && <Fact name="At 100 °C">{`${measured(lubricant.kv100)} mm²/s`}</Fact>}
        {index.ok && <Fact name="Viscosity index">{number(index.result.viscosityIndex, 0)}</Fact>}
        <Fact name="Density">{number(lubricant.densityGCm3, 3)} g/cm³</Fact>
        {lubricant.pourPointC != null && <Fact name="Pour point">{`${measured(lubricant.pourPointC)} °C`}</Fact>}
        {used && <Fact name="Used">{used}</Fact>}
        <Fact name="Additives">
          {lubricant.additives.length > 0
            ? lubricant.additives.map((each) => additives[each]).join(', ')
            : 'none that matter'}
        </Fact>
      </dl>
    </Section>
  );
}
