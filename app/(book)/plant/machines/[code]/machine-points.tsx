'use client';

// Sent as what it shows, not as how it is drawn: that would be several times as long.
import Link from 'next/link';
import { useState } from 'react';
import { useScreenful } from '@/components/ui/use-screenful';
import { WhoMay } from '@/components/who-may';
import { pointLabel } from '@/core/register/assignment';
import { WalkingOrder } from './walking-order';

/** The points of a machine in the order in which they are walked, and, when asked for, the arrows that change it. */
export function MachinePoints({
  machine,
  points,
}: {
  machine: string;
  points: readonly { id: string; number: number; name: string; where: string; lubricant: string | null }[];
}) {
  const [moving, setMoving] = useState(false);
  const { shown, room } = useScreenful(points);
  return (
    <>
      <ol className="mt-3 [--row-height:2.2rem] max-md:[--row-height:3.5rem]">
        {shown.map(({ id, number, name, where, lubricant }, index) => (
          <li key={id} className="rule-t grid grid-cols-[1.6rem_minmax(0,1fr)_auto] items-center gap-x-3 py-1.5">
            <span className="text-right text-muted">{index + 1}</span>
            <span className="min-w-0">
              <Link
                href={`/plant/machines/${machine}/points/${number}`}
                prefetch={false}
                className="font-semibold whitespace-nowrap"
              >
                {pointLabel(machine, number)}
              </Link>{' '}
              <span className="ml-2">{name}</span> <span className="caption ml-1">{where}</span>
            </span>
            <span className="flex items-center gap-1">
              {lubricant && <span className="house-code mr-1">{lubricant}</span>}
              {moving && (
                <WalkingOrder
                  pointId={id}
                  label={pointLabel(machine, number)}
                  first={index === 0}
                  last={index === points.length - 1}
                />
              )}
            </span>
          </li>
        ))}
        {room && <li {...room} />}
      </ol>
      {points.length > 1 && (
        <WhoMay action="plan">
          <p className="no-print mt-2">
            <button type="button" className="button" onClick={() => setMoving(!moving)}>
              {moving ? 'Hide the arrows' : 'Change the walking order'}
            </button>
          </p>
        </WhoMay>
      )}
    </>
  );
}
