'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { type TakenAlong, isOthers, takeAlong, takenAlong } from './take-along';

/** What was taken along longer ago than this is asked for again by itself when the page opens (ms). */
const freshForMs = 10 * 60_000;

type Taking = { state: 'idle' } | { state: 'taking'; here: number; of: number } | { state: 'failed'; reason: string };

/** What is on this device for the shift, and taking it along: by itself where it is old, and on demand. */
export function useShift() {
  const [along, setAlong] = useState<TakenAlong | null>(null);
  const [taking, setTaking] = useState<Taking>({ state: 'idle' });
  const busy = useRef(false);

  const take = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    // What the browser keeps for good is not thrown away when the device runs short of room.
    const { storage } = navigator as { storage?: StorageManager };
    void storage?.persist().catch(() => false);
    const reason = await takeAlong((here, of) => setTaking({ state: 'taking', here, of })).catch(() => null);
    busy.current = false;
    setTaking(reason === null ? { state: 'idle' } : { state: 'failed', reason });
    setAlong(await takenAlong());
  }, []);

  useEffect(() => {
    let gone = false;
    void takenAlong().then(async (known) => {
      if (gone) return;
      setAlong(known);
      const isFresh = known.shift && Date.now() - Date.parse(known.shift.readAt) <= freshForMs;
      // Rounds that begin here are written in the name that they were taken along for.
      if (!isFresh || (await isOthers(known.shift!))) void take();
    });
    const online = () => void take();
    window.addEventListener('online', online);
    return () => {
      gone = true;
      window.removeEventListener('online', online);
    };
  }, [take]);

  return { along, taking, take };
}
