'use client';

import { useSyncExternalStore } from 'react';

let trouble: string | null = null;
const listeners = new Set<() => void>();

function say(words: string | null): void {
  if (words === trouble) return;
  trouble = words;
  for (const listener of listeners) listener();
}

const names = (error: unknown): string => (error instanceof DOMException ? error.name : '');

/** Why a device could not keep something, and what helps. */
export const whyNotKept = (error: unknown): string =>
  names(error) === 'QuotaExceededError'
    ? 'It has no room left. Nothing of this was written; what was written before stands. Make room on the device (pictures, other applications), then say it again.'
    : 'Its own store does not answer. Nothing of this was written; what was written before stands. Open the page anew and say it again.';

/** Runs what writes on the device. Where that fails, every page of the book says so until something is kept again. */
export async function keeping<Value>(work: () => Promise<Value>): Promise<Value> {
  try {
    const value = await work();
    say(null);
    return value;
  } catch (error) {
    say(whyNotKept(error));
    throw error;
  }
}

/** For whoever has nothing to add to what `keeping` has said. */
export const saidAlready = (): undefined => undefined;

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Why the last thing was not kept on this device; null where all is well. */
export const useDeviceTrouble = (): string | null =>
  useSyncExternalStore(
    subscribe,
    () => trouble,
    () => null,
  );
