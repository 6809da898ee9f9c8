'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { WeekPlan } from '@/core/weeks/level';
import type { Levelling } from '@/desk/ahead/levelling';
import { moveStops } from '../actions';

/** Tasks that another route could have, which comes by anyway, so that walks are saved: to be moved there, all or some. */
export function OtherRoutes({ plan, levelling: { names } }: { plan: WeekPlan; levelling: Levelling }) {
  const router = useRouter();
  const { busy, reason, send } = useMutation();
  const [left, setLeft] = useState<readonly string[]>([]);
  // What was moved has that route by now.
  const proposed = plan.otherRoutes.filter(({ taskId, route }) => names[taskId]!.route !== route);
  if (proposed.length === 0) return null;
  const chosen = proposed.filter(({ taskId }) => !left.includes(taskId));
  const move = async () => {
    const answer = await send(() =>
      moveStops(chosen.map(({ taskId, route, insteadOf }) => ({ taskId, from: insteadOf, to: route }))),
    );
    if (answer.ok) router.refresh();
  };
  return (
    <section aria-labelledby="other-routes" className="max-w-4xl">
      <h2 id="other-routes" className="text-xl">
        Better on another route
      </h2>
      <p className="caption">
        These routes come to the machine anyway. The plan reckons with it; on the routes nothing changes until the stops
        are moved.
      </p>
      <ul className="mt-3">
        {proposed.map(({ taskId, route, insteadOf }) => {
          const { label, title } = names[taskId]!;
          return (
            <li key={taskId} className="rule-b py-1">
              <label className="flex min-h-11 flex-wrap items-center gap-x-3 md:min-h-8">
                <input
                  type="checkbox"
                  checked={!left.includes(taskId)}
                  onChange={() =>
                    setLeft(left.includes(taskId) ? left.filter((each) => each !== taskId) : [...left, taskId])
                  }
                />
                <span className="w-28 font-medium">{label}</span>
                <span className="min-w-40 grow">{title}</span>
                <span>
                  {route} <span className="caption">instead of {insteadOf}</span>
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      <FormProblem reason={reason} />
      <WhoMay action="plan">
        <button
          type="button"
          className="button mt-3"
          disabled={busy || chosen.length === 0}
          onClick={() => void move()}
        >
          Move {counted(chosen.length, 'stop')}
        </button>
      </WhoMay>
    </section>
  );
}
