'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { OrderableRoute } from '@/desk/walk/route-order';
import { splitRoute } from '../../actions';

/** What a walk has no room for, each with its reason; and the way to make a route of its own of it. */
export function LeftOut({
  route,
  leftOut,
  keep,
  canSplit,
}: {
  route: OrderableRoute;
  leftOut: readonly { stopId: string; reason: string }[];
  /** What the walk goes to, in its order. */
  keep: readonly string[];
  canSplit: boolean;
}) {
  const stops = new Map(route.stops.map((stop) => [stop.id, stop]));
  if (leftOut.length === 0) return null;
  return (
    <section aria-labelledby="left-out" className="max-w-4xl">
      <h2 id="left-out" className="text-xl">
        Left out <span className="caption font-normal">{counted(leftOut.length, 'stop')}</span>
      </h2>
      <ul>
        {leftOut.map(({ stopId, reason }) => (
          <li key={stopId} className="rule-b py-1">
            <span className="font-medium">{stops.get(stopId)!.label}</span> {stops.get(stopId)!.title}
            <span className="caption block">{reason}</span>
          </li>
        ))}
      </ul>
      {canSplit && <Split route={route} keep={keep} rest={leftOut.map(({ stopId }) => stopId)} />}
    </section>
  );
}

function Split({ route: { route }, keep, rest }: { route: OrderableRoute; keep: readonly string[]; rest: string[] }) {
  const router = useRouter();
  const { busy, reason, send } = useMutation();
  const [code, setCode] = useState(`${route.code}-2`);
  const split = async () => {
    const answer = await send(() => splitRoute(route.id, route.version, { code, keep, rest }));
    if (answer.ok) router.push(`/routes/${answer.value.id}/order`);
  };
  return (
    <div className="mt-4">
      <h3>Split by the length of the shift</h3>
      <p className="caption max-w-prose">
        {route.code} keeps the {counted(keep.length, 'stop')} of this walk in its order; what is left out becomes a
        route of its own, to be put in order next.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label>
          <span className="caption block">Code of the new route</span>
          <input className="field w-40" value={code} onChange={({ target }) => setCode(target.value)} />
        </label>
        <WhoMay action="plan">
          <button type="button" className="button" disabled={busy || code.trim() === ''} onClick={() => void split()}>
            Split the route
          </button>
        </WhoMay>
      </div>
      <FormProblem reason={reason} />
    </div>
  );
}
