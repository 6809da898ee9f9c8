'use client';

import { useState } from 'react';
import { type Shift, clockMinutes, clockText } from '@/core/capacity/shifts';
import type { WalkChoice } from '@/core/floor/walk-of-shift';
import type { OrderableRoute } from '@/desk/walk/route-order';

/** What of a route is walked, when, by whom. */
export type Chosen = WalkChoice & { scope: 'due' | 'all'; personId: string };

/** What a planner chooses for a walk: its stops, its shift, who walks, when machines stand, by which minutes. */
export function WalkChoices({
  route,
  chosen,
  onChange,
  disabled,
}: {
  route: OrderableRoute;
  chosen: Chosen;
  onChange: (chosen: Chosen) => void;
  disabled: boolean;
}) {
  const { shifts } = route.capacity;
  const set = (change: Partial<Chosen>) => onChange({ ...chosen, ...change });
  return (
    <fieldset className="flex flex-wrap items-end gap-4" disabled={disabled}>
      <legend className="sr-only">What is walked, when, by whom</legend>
      <Choice
        label="Stops"
        value={chosen.scope}
        onChange={(scope) => set({ scope: scope as Chosen['scope'] })}
        words={{ due: 'what is due', all: 'all of the route' }}
      />
      <Choice
        label="Shift"
        value={chosen.shift.name}
        onChange={(name) => {
          const shift = shifts.find((each) => each.name === name)!;
          set({ shift, people: Math.min(chosen.people, shift.people) });
        }}
        words={Object.fromEntries(shifts.map((shift) => [shift.name, shiftWords(shift)]))}
      />
      <Choice
        label="Walked by"
        value={chosen.personId}
        onChange={(personId) => set({ personId })}
        words={{ '': 'anybody', ...Object.fromEntries(route.people.map(({ id, name }) => [id, name])) }}
      />
      {chosen.shift.people > 1 && (
        <Choice
          label="People on it"
          value={String(chosen.people)}
          onChange={(people) => set({ people: Number(people) })}
          words={Object.fromEntries(
            Array.from({ length: Math.min(9, chosen.shift.people) }, (_, index) => [
              String(index + 1),
              String(index + 1),
            ]),
          )}
        />
      )}
      {route.stops.some(({ taken }) => taken) && (
        <Choice
          label="Minutes"
          value={chosen.asTaken ? 'taken' : 'planned'}
          onChange={(which) => set({ asTaken: which === 'taken' })}
          words={{ taken: 'as rounds took, where known', planned: 'as planned' }}
        />
      )}
      <Standing chosen={chosen} onChange={(standing) => set({ standing })} />
    </fieldset>
  );
}

const shiftWords = ({ name, from, to }: Shift) => `${name}, ${clockText(from)} to ${clockText(to)}`;

/** Spans as they are typed, `12:00-12:30`; undefined where they are none, or lie outside the shift. */
function spansOf(typed: string, { from, to }: Shift): WalkChoice['standing'] | undefined {
  const spans = typed
    .split(/[,;]/)
    .filter((part) => part.trim() !== '')
    .map((part) => part.split(/[-–]/).map((each) => clockMinutes(each.trim())))
    .map(([begins = -1, ends = -1]) => {
      const later = begins < from ? begins + 1440 : begins;
      return { from: later, to: ends < begins ? ends + 1440 : ends + later - begins };
    });
  return spans.every((span) => span.from >= from && span.to <= to && span.from < span.to) ? spans : undefined;
}

function Standing({ chosen, onChange }: { chosen: Chosen; onChange: (standing: WalkChoice['standing']) => void }) {
  const [typed, setTyped] = useState('');
  const spans = spansOf(typed, chosen.shift);
  return (
    <label>
      <span className="caption block">
        {spans ? 'Machines stand only from – to' : 'In the shift, such as 12:00-12:30'}
      </span>
      <input
        className="field w-52"
        value={typed}
        placeholder="whenever asked for"
        aria-label="Machines stand only from – to, such as 12:00-12:30"
        aria-invalid={!spans || undefined}
        onChange={({ target }) => {
          setTyped(target.value);
          onChange(spansOf(target.value, chosen.shift) ?? []);
        }}
      />
    </label>
  );
}

export function Choice({
  label,
  value,
  onChange,
  words,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  words: Record<string, string>;
}) {
  return (
    <label>
      <span className="caption block">{label}</span>
      <select className="field" value={value} onChange={(event) => onChange(event.target.value)}>
        {Object.entries(words).map(([key, text]) => (
          <option key={key} value={key}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}
