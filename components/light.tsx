'use client';

import { useEffect, useId, useSyncExternalStore } from 'react';

const lights = { device: 'by device', day: 'day', night: 'night' } as const;
type Light = keyof typeof lights;
const key = 'tagebuch-light';

const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
const chosen = (): Light => {
  const known = localStorage.getItem(key);
  return known === 'day' || known === 'night' ? known : 'device';
};
const onServer = (): Light => 'device';

/** Says on the document what somebody chose on this device. */
function show(light: Light): void {
  if (light === 'device') delete document.documentElement.dataset.light;
  else document.documentElement.dataset.light = light;
}

/** Keeps the light that was chosen on this device, on every page. */
export function LightKept() {
  useEffect(() => show(chosen()), []);
  return null;
}

/** By day, by night for the night shift, or as the device says. */
export function LightChoice() {
  const light = useSyncExternalStore(subscribe, chosen, onServer);
  const id = useId();
  return (
    <span className="inline-flex min-h-11 items-center gap-2 text-sm md:min-h-8">
      <label htmlFor={id}>Light</label>
      <select
        id={id}
        className="min-h-11 bg-ground underline md:min-h-8"
        value={light}
        onChange={({ target: { value } }) => {
          if (value === 'device') localStorage.removeItem(key);
          else localStorage.setItem(key, value);
          show(value as Light);
          for (const listener of listeners) listener();
        }}
      >
        {Object.entries(lights).map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </span>
  );
}
