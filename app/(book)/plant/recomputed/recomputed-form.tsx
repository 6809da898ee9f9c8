'use client';

import { Beside } from '@/components/beside';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { HeadRow, heardOnly } from '@/components/ui/head-row';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted, measured, number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { Recomputed } from '@/desk/plan/recomputed';
import { takeRecomputed } from '../actions';

type Line = Omit<Recomputed, 'machineCode' | 'pointNumber'> & { href: string };

/** The list, each line to be ticked, and the way to take many at once. */
export function RecomputedForm({ lines }: { lines: readonly Line[] }) {
  const router = useRouter();
  const { busy, reason, send, say } = useMutation();
  const takeable = lines.filter(({ refused }) => refused === null).map(({ taskId }) => taskId);
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [said, setSaid] = useState('');
  const all = takeable.length > 0 && takeable.every((id) => ticked.includes(id));
  const tick = (id: string, on: boolean) => setTicked(on ? [...ticked, id] : ticked.filter((each) => each !== id));
  const take = async () => {
    setSaid('');
    if (ticked.length === 0) return say('Tick at least one line.');
    const answer = await send(() => takeRecomputed([...ticked]));
    if (!answer.ok) return undefined;
    setTicked([]);
    const { taken, refused } = answer.value;
    setSaid(
      `${counted(taken, 'task')} taken.${refused.length > 0 ? ` ${counted(refused.length, 'task')} not: ${refused[0]!.reason}` : ''}`,
    );
    router.refresh();
    return undefined;
  };
  return (
    <>
      <div className="mt-6 overflow-x-auto">
        <table className="w-full">
          <HeadRow columns={[heardOnly('Take'), 'Point', 'Task', 'Stands', 'Comes out as']} />
          <tbody>
            {lines.map(({ taskId, label, pointName, title, href, refused, ...change }) => (
              <tr key={taskId} className="rule-t align-top">
                <td className="py-2 pr-4">
                  <input
                    type="checkbox"
                    className="size-5 accent-ink"
                    aria-label={`Take ${label} ${title}`}
                    disabled={refused !== null}
                    checked={ticked.includes(taskId)}
                    onChange={(event) => tick(taskId, event.target.checked)}
                  />
                </td>
                <td className="py-2 pr-4">
                  <Link href={href} className="font-semibold">
                    {label}
                  </Link>{' '}
                  <span className="text-muted">{pointName}</span>
                </td>
                <td className="py-2 pr-4">{title}</td>
                <td className="py-2 pr-4">
                  <Beside>{words(change, 'before')}</Beside>
                </td>
                <td className="py-2 pr-4 font-semibold">
                  {refused === null ? (
                    <Beside>{words(change, 'after')}</Beside>
                  ) : (
                    <span className="font-normal">Nothing: {refused}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="no-print mt-4 grid gap-3">
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5 accent-ink"
            checked={all}
            onChange={(event) => setTicked(event.target.checked ? takeable : [])}
          />
          All that come out ({takeable.length})
        </label>
        <FormProblem reason={reason} />
        <WhoMay action="plan">
          <button
            type="button"
            className="button button-first justify-self-start"
            disabled={busy}
            onClick={() => void take()}
          >
            Take {counted(ticked.length, 'task')}
          </button>
        </WhoMay>
        <p role="status">{said}</p>
      </div>
    </>
  );
}

/** What differs, as it stands or as it comes out. */
function words(
  { amount, hours, days }: Pick<Recomputed, 'amount' | 'hours' | 'days'>,
  side: 'before' | 'after',
): string {
  return [
    amount && `${measured(amount[side])} g`,
    hours && `${number(hours[side], 0)} h`,
    days && (days[side] === null ? 'no days' : counted(days[side], 'day')),
  ]
    .filter(Boolean)
    .join(', ');
}
