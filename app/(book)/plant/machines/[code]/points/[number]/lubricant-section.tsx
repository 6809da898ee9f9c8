import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { day } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { AssignmentLine, PointPage } from '@/desk/read/machine';
import { AssignmentForm } from './assignment-form';
import { FindingList } from './finding-list';
import { sourceRanks } from '@/core/words/source-ranks';

type Props = {
  page: Pick<PointPage, 'point' | 'assignments' | 'contents' | 'reservoir'>;
  here: string;
  lubricants: { id: string; code: string; name: string }[];
  bands: string[];
  today: string;
};

/** Which lubricant and why: the winning source, what was judged and overruled, the losers, alternates by ambient band, what is in there. */
export function LubricantSection({
  page: { point, assignments, contents, reservoir },
  here,
  lubricants,
  bands,
  today,
}: Props) {
  const [winner] = assignments;
  const losers = assignments.filter((line) => line !== winner && line.ambientBand === winner?.ambientBand);
  const alternates = assignments.filter((line) => line.ambientBand !== (winner?.ambientBand ?? null));
  return (
    <section aria-labelledby="lubricant">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="lubricant" className="text-xl">
          Lubricant
        </h2>
        <Link href={`${here}/choose`} className="button no-print">
          Choose a lubricant
        </Link>
      </div>
      {winner ? (
        <>
          <p className="mt-2 text-lg">
            <Link href={`/lubricants/${winner.lubricant.code}`} className="no-underline">
              <span className="house-code mr-2">{winner.lubricant.code}</span>
            </Link>
            {winner.lubricant.name}
            {winner.ambientBand && <span className="text-muted"> in the band {winner.ambientBand}</span>}
          </p>
          <p className="text-muted">
            {sourceWords(winner)}
            {reservoir && `, for all that ${reservoir.name} feeds`}. Recorded by {winner.by}.
          </p>
          {assignments
            .filter(({ overruledBecause }) => overruledBecause)
            .map((line) => (
              <div key={line.id} className="mt-2 border-l-4 border-stop pl-3">
                <p>
                  <strong className="text-stop">Overruled</strong> by {line.by}, {day(line.sourceOn)}, for{' '}
                  {line.lubricant.code}: {line.overruledBecause}
                </p>
                <FindingList findings={line.judged?.findings.filter(({ level }) => level === 'stop') ?? []} />
              </div>
            ))}
          {winner.judged && (
            <Disclosure summary="Why it suits, and what to mind" className="mt-1">
              <FindingList findings={winner.judged.findings} />
            </Disclosure>
          )}
          {alternates.length > 0 && (
            <ul className="mt-2">
              {alternates.map((line) => (
                <li key={line.id}>
                  {line.ambientBand === null ? 'For every other band' : `In the band ${line.ambientBand}`}:{' '}
                  <span className="house-code">{line.lubricant.code}</span> {line.lubricant.name}{' '}
                  <span className="caption">{sourceWords(line)}</span>
                </li>
              ))}
            </ul>
          )}
          {losers.length > 0 && (
            <ul className="mt-2">
              {losers.map((line) => (
                <li key={line.id} className="caption">
                  Outranked: <span className="house-code">{line.lubricant.code}</span> by{' '}
                  {sourceRanks[line.source].toLowerCase()} ({line.sourceText}, {day(line.sourceOn)})
                </li>
              ))}
            </ul>
          )}
        </>
      ) : (
        <p className="mt-2">No lubricant is assigned yet. Choose one, or record what the best source at hand says.</p>
      )}
      {contents && contents.id !== winner?.lubricant.id && (
        <p className="mt-2">
          In there by the log: <span className="house-code">{contents.code}</span> {contents.name}. Top up with that
          until a change is logged.
        </p>
      )}
      <WhoMay action="plan">
        <Disclosure summary="Record another source" className="no-print mt-2" open={!winner}>
          <div className="mt-3 max-w-2xl">
            <AssignmentForm
              pointId={point.id}
              lubricants={lubricants.map(({ id, code, name }) => ({ value: id, label: `${code} ${name}` }))}
              bands={bands}
              today={today}
            />
          </div>
        </Disclosure>
      </WhoMay>
    </section>
  );
}

const sourceWords = ({ source, sourceText, sourceOn, climate, mounting }: AssignmentLine) =>
  `${sourceRanks[source]}: ${sourceText}, ${day(sourceOn)}${climate && `, for ${climate}`}${mounting && `, mounted ${mounting}`}`;
