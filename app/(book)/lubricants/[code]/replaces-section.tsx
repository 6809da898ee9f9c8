import { Disclosure } from '@/components/ui/disclosure';
import { Section } from '@/components/ui/section';
import { day } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type SourceRank, sourceRanks } from '@/core/words/source-ranks';
import type { PlantDay } from '@/core/time/plant-day';
import type { LubricantPage } from '@/desk/read/store-room';
import { ReplacementForm } from './replacement-form';

/** Products of old charts that a lubricant stands in for. */
export function ReplacesSection({
  lubricant,
  replaces,
  today,
}: Pick<LubricantPage, 'lubricant' | 'replaces'> & { today: PlantDay }) {
  return (
    <Section id="replaces" title="What it stands in for">
      {replaces.length === 0 ? (
        <p className="mt-2">
          Nothing is recorded. When an old chart names a product that is gone, write it down here with the source, never
          by the number in its name.
        </p>
      ) : (
        <ul className="mt-2">
          {replaces.map(({ id, formerName, machine, source, sourceText, sourceOn, note, by }) => (
            <li key={id} className="rule-t py-1.5">
              <strong>{formerName}</strong>
              {machine && ` on the chart of ${machine}`}
              <span className="block text-muted">
                {sourceRanks[source as SourceRank]}: {sourceText}, {day(sourceOn)}, recorded by {by}.
              </span>
              {note && <span className="block">{note}</span>}
            </li>
          ))}
        </ul>
      )}
      <WhoMay action="plan">
        <Disclosure summary="Record a former product" className="no-print mt-2">
          <div className="mt-3 max-w-2xl">
            <ReplacementForm lubricantId={lubricant.id} today={today} />
          </div>
        </Disclosure>
      </WhoMay>
    </Section>
  );
}
