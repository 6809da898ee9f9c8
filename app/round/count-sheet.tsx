import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { countedNames, countedThings, countedWords, mostCounted, nothingCounted } from '@/core/procedure/counted';
import { Sheet } from './number-pad';

/** How many tools, rags and loose parts go to the open machine: as many come out before the covers go on. */
export function CountSheet({
  isOpen,
  onClose,
  onCounted,
}: {
  isOpen: boolean;
  onClose: () => void;
  onCounted: (words: string) => void;
}) {
  const [counts, setCounts] = useState(nothingCounted);
  const words = countedWords(counts);
  return (
    <Sheet open={isOpen} onClose={onClose} title="What goes in?">
      <ul className="mt-3 grow">
        {countedNames.map((name) => {
          const change = (by: number) =>
            setCounts({ ...counts, [name]: Math.min(mostCounted, Math.max(0, counts[name] + by)) });
          return (
            <li key={name} className="rule-b flex items-center gap-3 py-2 text-lg">
              <span className="grow">{countedThings[name]}</span>
              <button
                type="button"
                className="button size-14 justify-center"
                disabled={counts[name] === 0}
                onClick={() => change(-1)}
                aria-label={`One less: ${countedThings[name]}`}
              >
                <Minus aria-hidden="true" />
              </button>
              <output className="w-8 text-center text-2xl font-semibold" aria-label={countedThings[name]}>
                {counts[name]}
              </output>
              <button
                type="button"
                className="button size-14 justify-center"
                onClick={() => change(1)}
                aria-label={`One more: ${countedThings[name]}`}
              >
                <Plus aria-hidden="true" />
              </button>
            </li>
          );
        })}
      </ul>
      <button
        type="button"
        className="button button-first mt-4 min-h-16 text-lg"
        disabled={words === ''}
        onClick={() => onCounted(words)}
      >
        {words || 'Nothing is counted yet'}
      </button>
    </Sheet>
  );
}
