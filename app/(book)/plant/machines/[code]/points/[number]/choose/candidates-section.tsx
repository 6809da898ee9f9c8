import Link from 'next/link';
import { Section } from '@/components/ui/section';
import type { Choice } from '@/desk/assign/choose';
import { FindingList } from '../finding-list';

const verdictWords = { suits: 'suits', 'with-care': 'with care', stop: 'does not suit' } as const;

/** Every lubricant of the store room judged against what the point asks for, the best first. */
export function CandidatesSection({
  here,
  search,
  band,
  candidates,
}: Pick<Choice, 'candidates'> & {
  here: string;
  search: { from?: string | undefined; to?: string | undefined };
  band: string | null;
}) {
  return (
    <Section id="store" title="The store room, judged">
      <ul className="mt-2">
        {candidates.map(({ lubricant, judged: { verdict, findings } }) => (
          <li key={lubricant.id} className="rule-t py-2.5">
            <div className="flex flex-wrap items-baseline gap-x-3">
              <span className="house-code">{lubricant.code}</span>
              <span className="min-w-0 grow">{lubricant.name}</span>
              <strong className={verdict === 'stop' ? 'text-stop' : verdict === 'suits' ? '' : 'font-medium'}>
                {verdictWords[verdict]}
              </strong>
              <Link
                href={`${here}/choose?${new URLSearchParams({ ...(search.from && { from: search.from }), ...(search.to && { to: search.to }), ...(band && { band }), lubricant: lubricant.code })}#assign`}
                className="button no-print"
                aria-label={`Take ${lubricant.code}`}
              >
                Take
              </Link>
            </div>
            <FindingList findings={findings} short />
          </li>
        ))}
      </ul>
    </Section>
  );
}
