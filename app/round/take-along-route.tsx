'use client';

import { useEffect, useState } from 'react';
import { saidAlready, useDeviceTrouble } from '@/components/device-trouble';
import type { LeanPlan } from '@/core/walk/shift';
import { chooseRoute, chosenHere, leaveRoute } from './take-along';

/** Whether a route comes along on this device whatever is wanted on it, and the way to say so. */
export function TakeAlongRoute({ plan }: { plan: LeanPlan }) {
  const { id } = plan.document.route;
  const [chosen, setChosen] = useState<boolean | null>(null);
  const trouble = useDeviceTrouble();
  const look = () => chosenHere().then((ids) => setChosen(ids.includes(id)));
  useEffect(() => {
    void chosenHere().then((ids) => setChosen(ids.includes(id)));
  }, [id]);
  const change = () => (chosen ? leaveRoute(id) : chooseRoute(plan)).then(look, saidAlready);
  if (chosen === null) return null;
  return (
    <div className="no-print">
      <button type="button" className="button max-md:min-h-14" aria-pressed={chosen} onClick={() => void change()}>
        {chosen ? 'On this device, also without signal' : 'Take it along on this device'}
      </button>
      {chosen && (
        <p className="caption mt-1">
          It comes along whatever is wanted on it: <a href="/round">Rounds on this device</a>. Pressed again, only when
          something is wanted.
        </p>
      )}
      {trouble && <p role="alert">{trouble}</p>}
    </div>
  );
}
