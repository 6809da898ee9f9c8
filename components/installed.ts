'use client';

import { useEffect, useSyncExternalStore } from 'react';

let waiting: ServiceWorker | null = null;
const listeners = new Set<() => void>();
const say = (worker: ServiceWorker | null) => {
  waiting = worker;
  for (const listener of listeners) listener();
};
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Notes when a newer version of the shell is ready and waits until no page needs the old one. */
function watch(registration: ServiceWorkerRegistration): void {
  if (registration.waiting) say(registration.waiting);
  registration.addEventListener('updatefound', () => {
    const { installing } = registration;
    installing?.addEventListener('statechange', () => {
      // The very first one replaces nothing.
      if (installing.state === 'installed' && navigator.serviceWorker.controller) say(installing);
      if (installing.state === 'activated' && waiting === installing) say(null);
    });
  });
}

/** Puts the shell on the device, so that the rounds open without signal. Where the browser cannot, all else works the same. */
export function Installed() {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
    void navigator.serviceWorker.register('/service-worker.js').then(watch, () => undefined);
  }, []);
  return null;
}

/** Goes over to the newer version and opens the page anew; null where there is none. */
export function useNewerVersion(): (() => void) | null {
  const worker = useSyncExternalStore(
    subscribe,
    () => waiting,
    () => null,
  );
  if (!worker) return null;
  return () => {
    navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true });
    worker.postMessage({ type: 'SKIP_WAITING' });
  };
}
