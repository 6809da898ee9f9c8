'use client';

import { Minus, Plus } from 'lucide-react';
import { Beside } from '@/components/beside';
import { measured } from '@/components/words';

/** What goes in: as planned, or a step more or less, or another number. */
export function GivenAmount({
  given,
  unit,
  added,
  most,
  onChange,
  onType,
}: {
  given: number;
  unit: string;
  /** To a mark, where nobody plans how much. */
  added: boolean;
  /** Of a purge: no more than this. */
  most?: number | undefined;
  onChange: (direction: 1 | -1) => void;
  onType: () => void;
}) {
  return (
    <>
      <div className="mt-3 flex items-center gap-4">
        <button
          type="button"
          className="button size-14 p-0"
          onClick={() => onChange(-1)}
          aria-label={`One ${unit === 'strokes' ? 'stroke' : 'step'} less`}
        >
          <Minus aria-hidden="true" />
        </button>
        <button
          type="button"
          className="button min-h-14 grow text-lg"
          onClick={onType}
          aria-label={`Given: ${measured(given)} ${unit}. Type another number`}
        >
          {added ? 'Added' : 'Given'}: <Beside>{`${measured(given)} ${unit}`}</Beside>
        </button>
        <button
          type="button"
          className="button size-14 p-0"
          onClick={() => onChange(1)}
          aria-label={`One ${unit === 'strokes' ? 'stroke' : 'step'} more`}
        >
          <Plus aria-hidden="true" />
        </button>
      </div>
      {most !== undefined && (
        <p
          role={given > most ? 'alert' : undefined}
          className={given > most ? 'mt-2 border-l-4 border-ink pl-3' : 'caption mt-2'}
        >
          <Beside>
            {given > most
              ? `More than the maximum of ${measured(most)} ${unit}. `
              : `At most ${measured(most)} ${unit}. `}
          </Beside>
          Nothing at the relief by then means blocked: stop and report.
        </p>
      )}
    </>
  );
}
