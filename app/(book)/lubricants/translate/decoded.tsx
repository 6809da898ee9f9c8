import type { z } from 'zod';
import { NoticeLine } from '@/components/ui/notice';
import { families } from '@/core/compat/vocabulary';
import type { lubricantDecode } from '@/core/lubricant/decode';
import type { StoredComputation } from '@/core/method';

type DecodedPlate = { result: z.output<typeof lubricantDecode.output>; stored: StoredComputation };

const gradeOf = ({ isoVg, nlgi, saeGrade }: DecodedPlate['result']) =>
  [isoVg && `ISO VG ${isoVg}, `, nlgi && `NLGI ${nlgi}, `, saeGrade && `SAE ${saeGrade}, `].find(Boolean) ?? '';

/** A designation letter by letter. */
export function Decoded({ decoded }: { decoded: DecodedPlate }) {
  return (
    <>
      <p className="mt-2 text-2xl">
        {gradeOf(decoded.result)}
        {families[decoded.result.type]}
      </p>
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5">
        {decoded.result.letters.map(({ part, meaning }, index) => (
          <div key={index} className="contents">
            <dt className="rule-t py-1.5 font-semibold">{part}</dt>
            <dd className="rule-t py-1.5">{meaning}</dd>
          </div>
        ))}
      </dl>
      {decoded.stored.notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
      <p className="caption mt-2">Source: {decoded.stored.source}.</p>
    </>
  );
}
