import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { compatLubricants } from '@/core/compat/lubricants';
import { computeStored } from '@/core/method';
import { isGreaseKind } from '@/core/store/store-room';
import type { LubricantPage } from '@/desk/read/store-room';

const mixWords = {
  same: 'the same kind',
  mixable: 'mixable, top up with your own',
  'test-first': 'test first',
  never: 'never together',
} as const;

const compositionOf = (row: LubricantPage['lubricant']) => ({
  family: row.kind,
  base: row.baseOil ?? ('unknown' as const),
  ...(row.thickener && { thickener: row.thickener }),
  additives: row.additives,
});

/** What else of the store room a lubricant may mix with, oils beside oils and greases beside greases. */
export function MeetsSection({ lubricant, others }: Pick<LubricantPage, 'lubricant' | 'others'>) {
  const meetings = others
    .filter((other) => isGreaseKind(other.kind) === isGreaseKind(lubricant.kind))
    .flatMap((other) => {
      const run = computeStored(compatLubricants, { a: compositionOf(lubricant), b: compositionOf(other) });
      return run.ok ? [{ other, ...run.result }] : [];
    });
  return (
    <Section id="meets" title="What it may meet">
      <p className="caption">
        From base oil, thickener and additives. In one sump or bearing the rule is always: top up with what is in there.
      </p>
      <ul className="mt-2">
        {meetings.map(({ other, verdict, reasons }) => (
          <li
            key={other.id}
            className="rule-t grid grid-cols-[5rem_minmax(0,11rem)_minmax(0,1fr)] gap-x-3 py-1.5 max-md:grid-cols-[5rem_1fr]"
          >
            <Link href={`/lubricants/${other.code}`} className="no-underline">
              <span className="house-code">{other.code}</span>
            </Link>
            <strong className={verdict === 'never' ? 'text-stop' : 'font-medium'}>{mixWords[verdict]}</strong>
            <span className="text-muted max-md:col-start-2">{reasons[0]}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
