'use client';

import { useOutbox } from './use-outbox';

/** How many entries wait on this device; using it also keeps them being sent while any page of the book is open. */
export function useUnsent(): number {
  const { queue } = useOutbox();
  return queue?.length ?? 0;
}
