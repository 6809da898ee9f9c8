'use client';

import { useState } from 'react';
import { type Item, aisleChanged, movedTo, placeOf } from '@/core/floor/edit';
import type { FloorPlan } from '@/core/floor/floor-plan';

const names: Record<Item['kind'], string> = {
  node: 'Node',
  aisle: 'Aisle',
  machine: 'Machine',
  store: 'Store',
  area: 'Area',
};

const nameOf = (item: Item): string => {
  if (item.kind === 'aisle') return `${item.from} – ${item.to}`;
  return item.kind === 'node' ? item.id : item.kind === 'store' ? item.name : item.code;
};

/** What is chosen, with its numbers: for whoever would rather type than drag. */
export function ItemPanel({
  plan,
  item,
  shifts,
  onDraw,
  onTakeOff,
}: {
  plan: FloorPlan;
  item: Item | null;
  /** The plant's, by name: in which a door may be closed. */
  shifts: readonly string[];
  onDraw: (plan: FloorPlan) => void;
  onTakeOff: (item: Item) => void;
}) {
  const place = item && placeOf(plan, item);
  const aisle =
    item?.kind === 'aisle' ? plan.aisles.find(({ from, to }) => from === item.from && to === item.to) : undefined;
  if (!item || (!place && !aisle)) return <p className="caption">Nothing is chosen. Tap something on the plan.</p>;
  return (
    <div>
      <h3>
        {names[item.kind]} {nameOf(item)}
      </h3>
      {place && (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Metres label="East, m" value={place.x} onSet={(x) => onDraw(movedTo(plan, item, { x, y: place.y }))} />
          <Metres label="North, m" value={place.y} onSet={(y) => onDraw(movedTo(plan, item, { x: place.x, y }))} />
        </div>
      )}
      {item.kind === 'aisle' && aisle && (
        <div className="mt-2 grid gap-2">
          <Metres
            label="Stairs, floors (0 for none)"
            value={aisle.floors}
            onSet={(floors) => onDraw(aisleChanged(plan, item, { floors: Math.max(0, Math.round(floors)) }))}
          />
          <fieldset>
            <legend className="caption">Door, closed in these shifts</legend>
            {[...new Set([...shifts, ...aisle.closedIn])].map((shift) => (
              <label key={shift} className="flex min-h-11 items-center gap-2 md:min-h-8">
                <input
                  type="checkbox"
                  checked={aisle.closedIn.includes(shift)}
                  onChange={({ target }) => {
                    const others = aisle.closedIn.filter((each) => each !== shift);
                    onDraw(aisleChanged(plan, item, { closedIn: target.checked ? [...others, shift] : others }));
                  }}
                />
                {shift}
              </label>
            ))}
          </fieldset>
        </div>
      )}
      <button type="button" className="button mt-3" onClick={() => onTakeOff(item)}>
        Take it off the plan
      </button>
    </div>
  );
}

/** A number that is taken when the field is left or Enter is pressed; anything else stands as it was. */
export function Metres({ label, value, onSet }: { label: string; value: number; onSet: (value: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const number = Number((typed ?? '').trim().replace(',', '.'));
    if (typed !== null && typed.trim() !== '' && Number.isFinite(number) && number !== value) onSet(number);
    setTyped(null);
  };
  return (
    <label>
      <span className="caption">{label}</span>
      <input
        className="field text-right"
        inputMode="decimal"
        value={typed ?? String(value)}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
    </label>
  );
}
