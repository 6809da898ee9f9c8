import { Beside } from '@/components/beside';
import Link from 'next/link';
import { counted, day as dayWords } from '@/components/words';
import { urgencies } from '@/core/words/findings';
import type { ListedFinding } from '@/desk/follow/findings';
import { PlaceLink } from './place-link';

/** Findings one under the other: how urgent, where, what, and who follows it up until when. */
export const FindingLines = ({ findings, here = false }: { findings: readonly ListedFinding[]; here?: boolean }) => (
  <ul>
    {findings.map((finding) => (
      <li key={finding.entryId} className="rule-b grid gap-x-4 py-2 md:grid-cols-[5.5rem_minmax(0,1fr)_14rem]">
        <Urgency {...finding} />
        <span className="min-w-0 break-words">
          {!here && (
            <>
              <PlaceLink {...finding} />
              <br />
            </>
          )}
          <Link href={`/condition/${finding.entryId}`} className="inline-flex min-h-11 items-center md:min-h-0">
            {finding.said}
          </Link>
          <Beside>{finding.text ? `: ${finding.text}` : ''}</Beside>
          <span className="caption block">
            Found {dayWords(finding.foundOn)}
            {finding.visits > 1
              ? `, seen on ${counted(finding.visits, 'day')}, last ${dayWords(finding.seenOn)} by ${finding.initials}`
              : ` by ${finding.initials}`}
            {finding.isBack && ', was closed before and is back'}
          </span>
        </span>
        <Following {...finding} />
      </li>
    ))}
  </ul>
);

const Urgency = ({ urgency, closedOn }: ListedFinding) => (
  <span className={closedOn ? 'text-muted' : urgency === 'act-now' ? 'font-semibold text-stop' : 'font-medium'}>
    {urgencies[urgency]}
  </span>
);

/** Who follows it up and until when; nobody, or a day that has passed, stands out. */
const Following = ({ owner, dueOn, isLate, closedOn }: ListedFinding) =>
  closedOn ? (
    <span>closed {dayWords(closedOn)}</span>
  ) : (
    <span>
      {owner ? `followed up by ${owner}` : <strong>followed up by nobody</strong>}
      <span className="block">
        {isLate ? <strong>past its day, {dayWords(dueOn)}</strong> : `until ${dayWords(dueOn)}`}
      </span>
    </span>
  );
