'use client';

import { useState } from 'react';
import { Sortable, SortableItem } from '@/components/ui/sortable';
import { counted, number } from '@/components/words';
import { clockText } from '@/core/capacity/shifts';
import type { OrderableRoute } from '@/desk/walk/route-order';
import type { Walk } from './compared';

type Stops = ReadonlyMap<string, OrderableRoute['stops'][number]>;

/** The order that the route has, to be changed by dragging or by keyboard. */
export function OwnOrder({
  order,
  stops,
  times,
  onOrder,
}: {
  order: readonly string[];
  stops: Stops;
  /** When each begins in this order, where it is known. */
  times: ReadonlyMap<string, number>;
  onOrder: (order: string[]) => void;
}) {
  const nameOf = (id: string) => `${stops.get(id)!.label}, ${stops.get(id)!.title}`;
  return (
    <section aria-labelledby="own-order">
      <h2 id="own-order" className="text-xl">
        Yours
      </h2>
      <p className="caption">Drag, or move with space and the arrow keys.</p>
      <Sortable ids={order} nameOf={nameOf} label="Your order" onOrder={onOrder}>
        {order.map((id, index) => {
          const { label, title, minutes, taken } = stops.get(id)!;
          const begins = times.get(id);
          return (
            <SortableItem key={id} id={id} name={nameOf(id)}>
              <span className="w-7 shrink-0 text-right text-muted">{index + 1}</span>
              <span className="w-14 shrink-0 tabular-nums">{begins === undefined ? '' : clockText(begins)}</span>
              <span className="min-w-0 grow">
                <strong>{label}</strong> {title}
                <span className="caption block">
                  {number(minutes, 0)} min planned
                  {taken && `; ${number(taken.minutes)} min as ${counted(taken.rounds, 'round')} took`}
                </span>
              </span>
            </SortableItem>
          );
        })}
      </Sortable>
    </section>
  );
}

/** The order that was found: each visit with its time, its lock, why it is there, and the way to take it alone. */
export function ProposedOrder({
  walk,
  stops,
  locked,
  onLock,
  why,
  onTake,
}: {
  walk: Walk;
  stops: Stops;
  locked: readonly string[];
  onLock: (taskId: string) => void;
  why: (taskId: string) => string[];
  /** Puts one stop of one's own order where it is proposed. */
  onTake: (taskId: string) => void;
}) {
  const [asked, setAsked] = useState<string>();
  const seen = new Set<string>();
  return (
    <section aria-labelledby="proposed-order">
      <h2 id="proposed-order" className="text-xl">
        Proposed
      </h2>
      <p className="caption">A lock keeps a stop at its number when it is worked out again.</p>
      <ol className="mt-3" aria-label="Order of the walk">
        {walk.sequence.map((entry) => {
          const { label, title } = stops.get(entry.stopId)!;
          const isFirst = !seen.has(entry.stopId);
          seen.add(entry.stopId);
          const isAsked = isFirst && asked === entry.stopId;
          return (
            <li key={`${entry.stopId}/${entry.part}`} className="rule-t py-1">
              <div className="flex flex-wrap items-center gap-x-3">
                <span className="w-14 shrink-0 tabular-nums">
                  {clockText(entry.start)}
                  {entry.day > 0 && <span className="caption block">next day</span>}
                </span>
                <span className="min-w-40 grow basis-40">
                  <strong>{label}</strong> {title}
                  {!isFirst && <span className="caption"> once more: the wait is over</span>}
                  {entry.waitUntil !== undefined && (
                    <span className="caption"> then waits until {clockText(entry.waitUntil)}</span>
                  )}
                  {entry.viaStoreId !== undefined && (
                    <span className="caption"> the cart is loaded anew on the way</span>
                  )}
                </span>
                {isFirst && (
                  <span className="flex items-center gap-1">
                    <label className="inline-flex min-h-11 items-center gap-2 px-2 md:min-h-7">
                      <input
                        type="checkbox"
                        checked={locked.includes(entry.stopId)}
                        onChange={() => onLock(entry.stopId)}
                        aria-label={`Lock ${label} at this place`}
                      />
                      <span className="caption">lock</span>
                    </label>
                    <button
                      type="button"
                      className="button button-quiet"
                      aria-expanded={isAsked}
                      aria-label={`Why ${label} is here`}
                      onClick={() => setAsked(isAsked ? undefined : entry.stopId)}
                    >
                      why
                    </button>
                    <button
                      type="button"
                      className="button button-quiet"
                      aria-label={`Take this place of ${label}`}
                      onClick={() => onTake(entry.stopId)}
                    >
                      take
                    </button>
                  </span>
                )}
              </div>
              {isAsked && (
                <ul className="mt-1 border-l-4 border-ink pl-3">
                  {why(entry.stopId).map((said) => (
                    <li key={said}>{said}</li>
                  ))}
                </ul>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
