'use client';

import { useCallback, useState } from 'react';

export type AreaName = { code: string; name: string };
export type AreaChoices<Choice> = {
  choices: readonly Choice[];
  /** Undefined where all of the plant is at hand already. */
  area: { list: readonly AreaName[]; code: string; choose: (code: string) => void } | undefined;
  reason: string | null;
};

/**
 * What is picked from: all of it where the plant is small, else what lies in one area after another, fetched when it is
 * chosen. What was picked elsewhere stays picked, so those who pick remember their choices themselves.
 * @param address answers with `{ [list]: Choice[] }` for `?area=`
 */
export function useAreaChoices<Choice>(
  given: readonly Choice[],
  areas: readonly AreaName[] | null,
  address: string,
  list: string,
  onCome: (choices: readonly Choice[]) => void = () => {},
): AreaChoices<Choice> {
  const [choices, setChoices] = useState(given);
  const [code, setCode] = useState('');
  const [reason, setReason] = useState<string | null>(null);
  const choose = useCallback(
    (wanted: string) => {
      setCode(wanted);
      setReason(null);
      if (wanted === '') return setChoices([]);
      fetch(`${address}?area=${encodeURIComponent(wanted)}`)
        .then(async (response) => {
          if (!response.ok) throw new Error('not answered');
          const come = ((await response.json()) as Record<string, Choice[]>)[list]!;
          setChoices(come);
          onCome(come);
        })
        .catch(() => setReason('This area could not be loaded. Choose it again when the server answers.'));
    },
    [address, list, onCome],
  );
  return areas
    ? { choices, reason, area: { list: areas, code, choose } }
    : { choices: given, reason: null, area: undefined };
}
