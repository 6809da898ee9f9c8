import Link from 'next/link';
import { Section } from '@/components/ui/section';
import type { Match } from '@/core/store/match';

/**
 * What of the store room is of that type, by viscosity.
 * @param instead why it is of another type than the plate says
 */
export function MatchSection({ matches, instead }: { matches: readonly Match[]; instead?: string | undefined }) {
  return (
    <Section id="match" title="In the store room" className="max-lg:mt-8">
      <p className="caption">
        By type first, then by viscosity. Before it goes in, choose it at its point: metals, seals and what is in there
        decide too.
      </p>
      {instead && <p className="mt-2 border-l-4 border-ink pl-3">{instead}</p>}
      {matches.length === 0 ? (
        <p className="mt-2">
          Nothing in the store room is of that type. Ask the supplier, with the plate’s words and the range beside.
        </p>
      ) : (
        <ul className="mt-2">
          {matches.map(({ lubricant, why, fits }) => (
            <li key={lubricant.id} className="rule-t grid grid-cols-[5rem_1fr] gap-x-3 py-2">
              <Link href={`/lubricants/${lubricant.code}`} className="no-underline">
                <span className="house-code">{lubricant.code}</span>
              </Link>
              <span>
                <span className={fits ? 'font-semibold' : ''}>{lubricant.name}</span>
                <br />
                <span className="text-muted">{why}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </Section>
  );
}
