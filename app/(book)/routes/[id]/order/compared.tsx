'use client';

import { counted, number } from '@/components/words';
import type { OrderProgress, RouteOrder } from '@/core/route/order';

/** A walk that is worked out, or being so. */
export type Walk = OrderProgress['result'] & Partial<Pick<RouteOrder, 'lowerBoundMinutes' | 'gapPct'>>;

const rows: readonly [
  keyof Walk & ('totalMinutes' | 'workMinutes' | 'walkMinutes' | 'idleMinutes' | 'walkM' | 'gunChanges'),
  string,
  string,
][] = [
  ['totalMinutes', 'From the store and back', 'min'],
  ['workMinutes', 'Work, lock-outs with it', 'min'],
  ['walkMinutes', 'Walking', 'min'],
  ['idleMinutes', 'Waits that nothing fills', 'min'],
  ['walkM', 'Way', 'm'],
  ['gunChanges', 'Changes of gun or can', ''],
];

/** The stops that a walk goes to, each once, in its order. */
export const stopsOf = ({ sequence }: Walk): string[] => [...new Set(sequence.map(({ stopId }) => stopId))];

/** Both orders side by side, cost by cost; and how good the new one is at the least. */
export function Compared({ yours, found }: { yours: Walk | undefined; found: Walk | undefined }) {
  return (
    <div className="max-w-2xl">
      <table className="w-full">
        <thead>
          <tr className="rule-b">
            <th scope="col">What it takes</th>
            <th scope="col" className="text-right">
              Yours
            </th>
            <th scope="col" className="text-right">
              Proposed
            </th>
          </tr>
        </thead>
        <tbody>
          <tr className="rule-b">
            <th scope="row" className="font-normal">
              Stops walked to
            </th>
            {[yours, found].map((walk, index) => (
              <td key={index} className="text-right">
                {walk ? stopsOf(walk).length : '–'}
              </td>
            ))}
          </tr>
          {rows.map(([key, words, unit]) => (
            <tr key={key} className="rule-b">
              <th scope="row" className="font-normal">
                {words}
              </th>
              {[yours, found].map((walk, index) => (
                <td key={index} className="text-right">
                  {walk ? `${number(walk[key], 0)} ${unit}` : '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p role="status" className="mt-2">
        {yours && yours.unscheduled.length > 0 && (
          <>In your order {counted(yours.unscheduled.length, 'stop')} cannot be done in one day’s walk. </>
        )}
        {found?.gapPct !== undefined && <>Within {number(found.gapPct, 1)} % of the best possible for these stops. </>}
        {found && found.unscheduled.length > 0 && (
          <>{counted(found.unscheduled.length, 'stop')} left out: see below. </>
        )}
        {found && found.overrunMinutes > 0 && (
          <strong>{number(found.overrunMinutes, 0)} min longer than planned.</strong>
        )}
      </p>
    </div>
  );
}
