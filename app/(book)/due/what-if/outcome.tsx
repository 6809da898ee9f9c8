import { Beside } from '@/components/beside';
import { HeadRow, heardOnly, right } from '@/components/ui/head-row';
import { counted, number, quantityOf } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { TrialResult } from '@/core/interval/what-if';

/** What a trial comes to, and making it the plan or leaving it. */
export const Outcome = ({
  result,
  tasks,
  why,
  busy,
  onWhy,
  onApply,
  onDiscard,
}: {
  result: TrialResult;
  tasks: number;
  why: string;
  busy: boolean;
  onWhy: (why: string) => void;
  onApply: () => void;
  onDiscard: () => void;
}) => (
  <>
    <Comparison result={result} />
    <label className="mt-4 block">
      <span className="mb-1 block font-medium">Why it becomes the plan</span>
      <textarea className="field" rows={2} value={why} onChange={(event) => onWhy(event.target.value)} />
    </label>
    <p className="mt-3 flex gap-3">
      <WhoMay action="plan">
        <button type="button" className="button" disabled={busy} onClick={onApply}>
          Apply to {counted(tasks, 'task')}
        </button>
      </WhoMay>
      <button type="button" className="button button-quiet" onClick={onDiscard}>
        Discard
      </button>
    </p>
    <p className="caption mt-2">
      Hours that a meter measures stay as measured; the planned hours change. Computed intervals are overruled with your
      reason, what was computed stays beside them.
    </p>
  </>
);

/** The year before and after, side by side. */
function Comparison({ result: { before, after, refused } }: { result: TrialResult }) {
  const rows: [string, string, string][] = [
    ['Services', number(before.services, 0), number(after.services, 0)],
    ['Work', `${number(before.minutes / 60, 0)} h`, `${number(after.minutes / 60, 0)} h`],
    ['Busiest week', `${number(before.busiestWeek / 60)} h`, `${number(after.busiestWeek / 60)} h`],
    ['Missed windows', number(before.missed, 0), number(after.missed, 0)],
    ...[...new Set([...Object.keys(before.lubricants), ...Object.keys(after.lubricants)])]
      .sort()
      .map((code): [string, string, string] => {
        const words = (sum: typeof before) =>
          quantityOf(sum.lubricants[code]?.amount ?? 0, (before.lubricants[code] ?? after.lubricants[code])!.unit);
        return [code, words(before), words(after)];
      }),
  ];
  return (
    <>
      <table className="mt-4 w-full max-w-md">
        <caption className="text-left font-medium">The year’s work</caption>
        <HeadRow columns={[heardOnly('What'), right('As it is'), right('What if')]} />
        <tbody>
          {rows.map(([what, was, becomes]) => (
            <tr key={what} className="rule-b">
              <th scope="row" className="py-1 pr-4 font-normal">
                {what}
              </th>
              <td className="pr-4 text-right">
                <Beside>{was}</Beside>
              </td>
              <td className={`pr-4 text-right ${was === becomes ? 'text-muted' : 'font-semibold'}`}>
                <Beside>{becomes}</Beside>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {refused.length > 0 && (
        <p className="mt-2 border-l-4 border-ink pl-3">
          {counted(refused.length, 'task')} cannot follow: {refused[0]!.reason}
        </p>
      )}
    </>
  );
}
