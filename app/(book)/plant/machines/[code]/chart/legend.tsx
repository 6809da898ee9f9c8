import { Beside } from '@/components/beside';
import { day } from '@/components/words';
import type { PlantDay } from '@/core/time/plant-day';
import type { MachinePage } from '@/desk/read/machine';

/** What the house codes stand for, what is isolated first, and how old the sheet is. */
export function Legend({
  lubricants,
  letters,
  machine,
  cautions,
  today,
}: Pick<MachinePage, 'machine'> & {
  lubricants: readonly (readonly [string, string])[];
  /** What the maker's own chart calls them, by house code. */
  letters: ReadonlyMap<string, string>;
  /** What goes for every such step, whatever a point says of itself, and the hazards of what is handled. */
  cautions: readonly string[];
  today: PlantDay;
}) {
  return (
    <section aria-label="Legend" className="mt-2">
      <ul>
        {lubricants.map(([house, name]) => (
          <li key={house} className="flex gap-2 py-0.5 text-sm">
            <span className="house-code">{house}</span>
            {name}
            {letters.has(house) && ` (${letters.get(house)} on the maker’s chart)`}
          </li>
        ))}
      </ul>
      {machine.energySources.length > 0 && (
        <p className="mt-2 border-l-4 border-ink pl-2 text-sm">
          <strong>Isolate first, by the site’s rules:</strong>{' '}
          {machine.energySources.map(({ source, proofOfZero }) => `${source} (${proofOfZero})`).join('; ')}.
        </p>
      )}
      {cautions.length > 0 && (
        <ul className="mt-2 border-l-4 border-ink pl-2 text-xs">
          {cautions.map((words) => (
            <li key={words} className="mt-0.5">
              <strong>Mind.</strong> <Beside>{words}</Beside>
            </li>
          ))}
        </ul>
      )}
      <p className="caption mt-2">
        Numbers in walking order. Amounts and intervals as the book held them on {day(today)}; the page behind the code
        is newer. The site’s rules and the manufacturer decide; this chart informs.
      </p>
    </section>
  );
}
