import { Beside } from './beside';
import { NoticeLine } from './ui/notice';
import { counted, measured, number } from './words';
import type { CarryList } from '@/core/walk/carried';

/** So many points are named; the rest is counted. */
const named = (at: readonly string[], most = 6): string =>
  at.length > most ? `${at.slice(0, most).join(', ')} and ${at.length - most} more` : at.join(', ');

const amountOf = (value: number, unit: 'g' | 'L') => `${measured(value)} ${unit}`;

/** What is taken along on a walk, with its weights and where it is wanted. */
export function CarryTable({ list }: { list: CarryList }) {
  const { lubricants, pans, things, locks, lockedAt, access, kg, drainedL, warnings } = list;
  if (lubricants.length + things.length + locks + access.length === 0) return <p>Nothing but eyes and ears.</p>;
  return (
    <div className="grid gap-3">
      {warnings.map((warning) => (
        <NoticeLine key={warning.text} notice={warning} />
      ))}
      {lubricants.length > 0 && (
        <table className="w-full max-w-2xl">
          <caption className="sr-only">Lubricants to take along</caption>
          <thead>
            <tr className="rule-b">
              <th scope="col">Lubricant</th>
              <th scope="col" className="pl-4 text-right sm:whitespace-nowrap">
                Stops take
              </th>
              <th scope="col" className="pl-4 text-right sm:whitespace-nowrap">
                Take along
              </th>
              <th scope="col" className="pl-4 text-right sm:whitespace-nowrap">
                Weighs
              </th>
            </tr>
          </thead>
          <tbody>
            {lubricants.map(({ code, name, unit, needs, takeAlong, kg: weight, cartridges, isByLog, unknownAt }) => (
              <tr key={`${code} ${unit}`} className="rule-b align-top">
                <th scope="row" className="font-normal">
                  <span className="house-code">{code}</span> {name}
                  {isByLog && <span className="caption block">what is topped up as the log of a year says</span>}
                  {unknownAt.length > 0 && (
                    <span className="caption block">besides, as much as is found wanting at {named(unknownAt)}</span>
                  )}
                </th>
                <td className="pl-4 text-right sm:whitespace-nowrap">
                  {needs > 0 ? <Beside>{amountOf(needs, unit)}</Beside> : '–'}
                </td>
                <td className="pl-4 text-right font-semibold sm:whitespace-nowrap">
                  {takeAlong > 0 ? <Beside>{amountOf(takeAlong, unit)}</Beside> : 'some'}
                  {cartridges !== null && <span className="caption block">{counted(cartridges, 'cartridge')}</span>}
                </td>
                <td className="pl-4 text-right sm:whitespace-nowrap">
                  {weight > 0 ? <Beside>{number(weight)} kg</Beside> : '–'}
                </td>
              </tr>
            ))}
            <tr>
              <th scope="row" className="font-normal">
                In all
              </th>
              <td />
              <td />
              <td className="pl-4 text-right sm:whitespace-nowrap">
                <Beside>{number(kg)} kg</Beside>
              </td>
            </tr>
          </tbody>
        </table>
      )}
      <dl className="grid gap-x-6 gap-y-1 sm:grid-cols-[max-content_1fr]">
        {pans.length > 0 && (
          <>
            <dt className="font-medium">Pans</dt>
            <dd>
              <Beside>
                {pans.map(({ litres, at }) => `${measured(litres)} L for ${at}`).join(', ')}; {measured(drainedL)} L
                come back
              </Beside>
            </dd>
          </>
        )}
        {locks > 0 && (
          <>
            <dt className="font-medium">Own locks and tags</dt>
            <dd>
              {locks} for the most at one machine; machines that are locked: {named(lockedAt, 12)}
            </dd>
          </>
        )}
        <Wanted name="Tools and parts" columns of={things.map(({ name, at }) => [name, at])} />
        <Wanted name="Keys and access" of={access.map(({ note, at }) => [note, at])} />
      </dl>
    </div>
  );
}

/** Things of one kind, each with where it is wanted; nothing where there is none. */
const Wanted = ({
  name,
  of,
  columns = false,
}: {
  name: string;
  of: readonly (readonly [what: string, at: readonly string[]])[];
  /** They are short. */
  columns?: boolean;
}) =>
  of.length === 0 ? null : (
    <>
      <dt className="font-medium">{name}</dt>
      <dd>
        <ul className={columns ? 'gap-6 sm:columns-2' : undefined}>
          {of.map(([what, at]) => (
            <li key={what}>
              {what} <span className="caption">{named(at, 4)}</span>
            </li>
          ))}
        </ul>
      </dd>
    </>
  );
