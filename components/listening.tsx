'use client';

import { type ReactNode, useSyncExternalStore } from 'react';

const nothingToWatch = () => () => undefined;

/**
 * Holds every control in it shut until the page listens. The server sends a page before its program runs: a choice made in
 * between would be set back to what the server sent, a press would go nowhere, and a form would be sent by the browser
 * itself. Links work from the start.
 */
export function Listening({ children }: { children: ReactNode }) {
  const listens = useSyncExternalStore(
    nothingToWatch,
    () => true,
    () => false,
  );
  return (
    <fieldset role="none" disabled={!listens} className="contents">
      {children}
    </fieldset>
  );
}
