'use client';

import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMutation } from '@/components/ui/use-mutation';
import { movePoint } from '@/app/(book)/plant/actions';

/** Moves a point one place in the walking order. */
export function WalkingOrder({
  pointId,
  label,
  first,
  last,
}: {
  pointId: string;
  label: string;
  first: boolean;
  last: boolean;
}) {
  const { busy, reason, send } = useMutation();
  const move = (direction: 'up' | 'down') => void send(() => movePoint(pointId, direction));
  return (
    <span className="no-print inline-flex">
      <button
        type="button"
        className="button button-quiet"
        disabled={busy || first}
        onClick={() => move('up')}
        aria-label={`Walk to ${label} earlier`}
      >
        <ArrowUp aria-hidden="true" size={16} />
      </button>
      <button
        type="button"
        className="button button-quiet"
        disabled={busy || last}
        onClick={() => move('down')}
        aria-label={`Walk to ${label} later`}
      >
        <ArrowDown aria-hidden="true" size={16} />
      </button>
      {reason && <span role="alert">{reason}</span>}
    </span>
  );
}
