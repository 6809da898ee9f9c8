import type { z } from 'zod';
import { NoticeLine } from '@/components/ui/notice';
import { Working } from '@/components/ui/working';
import { measured } from '@/components/words';
import { families } from '@/core/compat/vocabulary';
import type { StoredComputation } from '@/core/method';
import type { readPlate } from '@/core/viscosity/read-plate';
import type { viscosityTranslate } from '@/core/viscosity/translate';

type ReadPlate = Extract<ReturnType<typeof readPlate>, { ok: true }>;
type TranslatedPlate = { result: z.output<typeof viscosityTranslate.output>; stored: StoredComputation };

/** A viscosity of an old scale as the grade of today. */
export function Translated({
  read,
  translated,
  isKindSaid,
}: {
  read: ReadPlate;
  translated: TranslatedPlate;
  /** The designation above it says the kind. */
  isKindSaid: boolean;
}) {
  return (
    <>
      <p className="mt-2 text-muted">
        Read as {read.read}
        {!isKindSaid && read.type && `; kind: ${read.type === 'engine' ? families.engine : families[read.type]}`}.
      </p>
      <p className="text-2xl">
        {translated.result.isoVg === null ? 'Outside the ISO scale' : `ISO VG ${translated.result.isoVg}`}
      </p>
      <p>
        {translated.result.kv40.min === translated.result.kv40.max
          ? `${measured(translated.result.kv40.typical)} mm²/s at 40 °C`
          : `${measured(translated.result.kv40.min)} to ${measured(translated.result.kv40.max)} mm²/s at 40 °C, typically ${measured(translated.result.kv40.typical)}`}
      </p>
      {translated.result.candidates.length > 1 && (
        <ul className="mt-2">
          {translated.result.candidates.map(({ isoVg, note }) => (
            <li key={`${isoVg}${note}`} className="rule-t py-1.5">
              <strong>{isoVg === null ? 'no grade' : `VG ${isoVg}`}</strong> {note}
            </li>
          ))}
        </ul>
      )}
      {read.note && <NoticeLine notice={{ level: 'caution', text: read.note }} />}
      {translated.stored.notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
      <Working computation={translated.stored} />
    </>
  );
}
