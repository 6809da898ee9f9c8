import Link from 'next/link';
import { HeadRow, right } from '@/components/ui/head-row';
import { dayAndClock, number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { MeterPage } from '@/desk/read/meter';

/** Every reading of a meter, the newest first: what it showed, what it stands for over all dials, and where it came from. */
export function ReadingsTable({ lines, timeZone }: { lines: MeterPage['lines']; timeZone: string }) {
  if (lines.length === 0)
    return (
      <p className="mt-2">
        Nothing has been read yet. Write the first reading beside
        <WhoMay action="import">
          , or <Link href="/plant/meters/import">import a table</Link>
        </WhoMay>
        .
      </p>
    );
  return (
    <div className="overflow-x-auto">
      <table className="mt-2 w-full">
        <HeadRow columns={['When', right('Shown'), right('Accumulated'), 'From']} />
        <tbody>
          {lines.map(({ entryId, at, kind, shown, newDial, accumulated, leftOut, by, source, corrected }) => (
            <tr key={entryId} className="rule-b align-top">
              <td className="py-1 pr-4 whitespace-nowrap">
                <Link href={`/log/${entryId}`} prefetch={false}>
                  {dayAndClock(at, timeZone)}
                </Link>
              </td>
              <td className="py-1 pr-4 text-right whitespace-nowrap">
                {number(shown)}
                {kind === 'meter-change' && <> → {number(newDial!)}</>}
              </td>
              <td className="py-1 pr-4 text-right whitespace-nowrap">
                {accumulated === null ? '' : number(accumulated)}
              </td>
              <td className="py-1 pr-4">
                <span className="caption">
                  {source === 'typed' ? `${by}, typed` : source}
                  {corrected && ', corrected'}
                </span>
                {kind === 'meter-change' && <span className="block font-medium">new dial</span>}
                {leftOut && <span className="block border-l-4 border-ink pl-2">Left out: {leftOut}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
