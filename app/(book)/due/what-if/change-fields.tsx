import { parseQuantity } from '@/core/units/parse-quantity';

export type Typed = { duty: string; warmer: string; interval: string; minutes: string };
export const untouched: Typed = { duty: '100', warmer: '0', interval: '100', minutes: '2400' };
const fields: { key: keyof Typed; label: string; unit: string; hint: string; min: number; max: number }[] = [
  { key: 'duty', label: 'Hours run', unit: '%', hint: '150: half as long again each day', min: 1, max: 2000 },
  {
    key: 'warmer',
    label: 'Warmer by',
    unit: 'K',
    hint: 'Oils halve every 10 K, bearings by their formula; below zero is colder',
    min: -100,
    max: 100,
  },
  { key: 'interval', label: 'Intervals', unit: '%', hint: '80: a fifth shorter', min: 1, max: 2000 },
  {
    key: 'minutes',
    label: 'Time for lubrication',
    unit: 'min a week',
    hint: 'What does not fit misses its window',
    min: 1,
    max: 100_000,
  },
];

/** Reads what was typed; null and words where a number cannot be read. */
export function readTyped(
  typed: Typed,
): { values: Record<keyof Typed, number> } | { problems: Partial<Record<keyof Typed, string>> } {
  const problems: Partial<Record<keyof Typed, string>> = {};
  const values = { ...untouched } as unknown as Record<keyof Typed, number>;
  for (const { key, min, max, unit } of fields) {
    const negative = typed[key].trim().match(/^[-−]/);
    const parsed = parseQuantity(typed[key].trim().replace(/^[-−]\s*/, ''), 'number');
    if (!parsed.ok) {
      problems[key] = parsed.reason;
      continue;
    }
    values[key] = negative ? -parsed.value : parsed.value;
    if (values[key] < min || values[key] > max) problems[key] = `Between ${min} and ${max} ${unit}.`;
  }
  return Object.keys(problems).length > 0 ? { problems } : { values };
}

/** The numbers that a trial turns, each with what it means and what is wrong with it. */
export const ChangeFields = ({
  typed,
  problems,
  onType,
}: {
  typed: Typed;
  problems: Partial<Record<keyof Typed, string>>;
  onType: (typed: Typed) => void;
}) => (
  <div className="mt-3 grid gap-4 sm:grid-cols-2">
    {fields.map(({ key, label, unit, hint }) => (
      <label key={key} className="block">
        <span className="mb-1 block font-medium">{label}</span>
        <span className="flex items-center gap-2">
          <input
            className="field max-w-32 text-right"
            inputMode="decimal"
            autoComplete="off"
            value={typed[key]}
            aria-invalid={problems[key] ? true : undefined}
            onChange={(event) => onType({ ...typed, [key]: event.target.value })}
          />
          <span className="caption">{unit}</span>
        </span>
        {problems[key] ? (
          <span className="mt-1 block border-l-4 border-ink pl-2 text-sm">✗ {problems[key]}</span>
        ) : (
          <span className="caption">{hint}</span>
        )}
      </label>
    ))}
  </div>
);
