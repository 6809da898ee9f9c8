import { asRead, day } from '@/components/words';
import { findingsAt } from '@/core/register/finding-choices';
import type { WalkDocument } from '@/core/walk/document';
import { type FindingWhat, findingCode, findingWords, urgencies, urgencyOf } from '@/core/words/findings';
import { Box } from './sheet-stop';

/** What ends a sheet: meters, what is open from before, the numbers of findings, who signs and who takes over. */
export function SheetFoot({ document: { meters, openThings, stops } }: { document: WalkDocument }) {
  return (
    <>
      {meters.length > 0 && (
        <section aria-labelledby="sheet-meters" className="mt-4">
          <h2 id="sheet-meters" className="text-lg">
            Meters
          </h2>
          <table className="sheet-readings">
            <thead>
              <tr>
                <th scope="col">Meter</th>
                <th scope="col">Last</th>
                <th scope="col">Today</th>
              </tr>
            </thead>
            <tbody>
              {meters.map(({ id, machineId, name, unit, lastValue, lastAt }) => (
                <tr key={id}>
                  <th scope="row" className="font-normal">
                    {stops.find((stop) => stop.machineId === machineId)?.machineCode} {name}
                  </th>
                  <td>
                    {lastValue === null ? 'never read' : `${asRead(lastValue)} ${unit}`}
                    {lastAt && `, ${day(lastAt.slice(0, 10))}`}
                  </td>
                  <td className="sheet-today">{unit}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {openThings.length > 0 && (
        <section aria-labelledby="sheet-open" className="mt-4">
          <h2 id="sheet-open" className="text-lg">
            Open from before
          </h2>
          <ul>
            {openThings.map(({ entryId, machineCode, name, runsWords, openedAt, holder }) => (
              <li key={entryId}>
                <Box>closed</Box> {machineCode} {name}, {runsWords}, since {day(openedAt.slice(0, 10))}, held by{' '}
                {holder.initials}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-labelledby="sheet-findings" className="mt-4">
        <h2 id="sheet-findings" className="text-lg">
          Findings by number
        </h2>
        <ul className="sheet-codes">
          {likelyFindings(stops).map((what) => (
            <li key={what}>
              {findingCode(what)} {findingWords[what]} → {urgencies[urgencyOf(what)]}
            </li>
          ))}
        </ul>
        <p>At a point whose failure costs danger or days each is one step more urgent. “Act now” is told at once.</p>
      </section>
      <p className="sheet-lines mt-6">
        <span>
          Signed <span className="sheet-blank w-40" />
        </span>
        <span>
          Handed over to <span className="sheet-blank w-40" /> at <span className="sheet-blank w-16" />
        </span>
      </p>
      <p className="caption mt-2">
        The site’s rules, the manufacturer and those who are licensed decide; this sheet informs and permits nothing.
      </p>
    </>
  );
}

/** What is likeliest to be seen at these points, by number. */
function likelyFindings(stops: WalkDocument['stops']): FindingWhat[] {
  const offered = new Set(
    stops.flatMap(({ pointKind }) => Object.keys(findingsAt(pointKind).offered) as FindingWhat[]),
  );
  return [...offered].sort((a, b) => findingCode(a) - findingCode(b));
}
