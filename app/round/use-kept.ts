'use client';

import { useEffect, useState } from 'react';
import { saidAlready } from '@/components/device-trouble';
import { keepDocument, keptDocument } from '@/components/use-outbox';
import type { StopKept } from './taken';

type Kept = Readonly<Record<string, StopKept>>;

/** What was read and seen on a round and is not written yet, by task: another stop, a closed tab, a flat phone lose none of it. */
export function useKept(roundId: string) {
  const name = `${roundId}/taken`;
  const [kept, setKept] = useState<Kept | null>(null);
  useEffect(() => {
    let gone = false;
    void keptDocument(name).then((known) => {
      if (!gone) setKept((known as { taken: Kept } | undefined)?.taken ?? {});
    });
    return () => {
      gone = true;
    };
  }, [name]);
  return {
    isLoaded: kept !== null,
    /** Whether anything was read or seen there. */
    has: (taskId: string): boolean => {
      const here = kept?.[taskId];
      return here !== undefined && Object.keys({ ...here.taken, ...here.seen }).length > 0;
    },
    of: (taskId: string): StopKept | undefined => kept?.[taskId],
    keep: (taskId: string, here: StopKept) => {
      const next = { ...kept, [taskId]: here };
      setKept(next);
      keepDocument(name, { taken: next }).catch(saidAlready);
    },
  };
}
