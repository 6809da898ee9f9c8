'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  type Draft,
  fetchDocument,
  keepDocument,
  keptDocument,
  useOutbox,
  waitingEntries,
} from '@/components/use-outbox';
import { withChanges } from './changed-meanwhile';
import { saidAlready } from '@/components/device-trouble';
import { withEntry, withoutEntry } from '@/core/walk/answered';
import { type WalkDocument, walkDocument, walkDocumentVersion } from '@/core/walk/document';

/** How long a written stop waits on the device before it is sent, so that it can be taken back. */
export const holdMs = 8000;

export type Answer = { entryId: string; kind: string; off?: boolean | undefined };
type Loaded =
  | { state: 'loading' }
  | { state: 'failed'; reason: string }
  | { state: 'ready'; document: WalkDocument; fromDevice: boolean };

/** The round as this device knows it: what the server has, or what was kept here, and on it all that still waits to be sent. */
export async function loadRound(id: string): Promise<Loaded> {
  // Asked before the round is fetched: an entry that is sent in between is then known twice, not lost from both.
  const waiting = (await waitingEntries()).filter(({ roundId }) => roundId === id);
  const before = walkDocument.safeParse(await keptDocument(id)).data;
  const fetched = await fetchDocument(id, `/api/rounds/${encodeURIComponent(id)}`);
  if (!fetched.ok) return { state: 'failed', reason: fetched.reason };
  const parsed = walkDocument.safeParse(fetched.document);
  if (!parsed.success)
    return {
      state: 'failed',
      reason: `This round was written for another version of the book (this page reads version ${walkDocumentVersion}). Reload the page.`,
    };
  const now = before && !fetched.fromDevice ? withChanges(before, parsed.data) : parsed.data;
  const document = waiting.reduce(withEntry, now);
  await keepDocument(id, document);
  return { state: 'ready', document, fromDevice: fetched.fromDevice };
}

/** The document of a round, what has been answered on it, and the ways to answer. */
export function useRound(id: string) {
  const { queue, offline, signedOut, put, takeBack } = useOutbox();
  const [loaded, setLoaded] = useState<Loaded>({ state: 'loading' });

  useEffect(() => {
    let gone = false;
    void loadRound(id).then((round) => {
      if (!gone) setLoaded(round);
    });
    return () => {
      gone = true;
    };
  }, [id]);

  const document = loaded.state === 'ready' ? loaded.document : undefined;

  /** Changes the document here and on disk, so that a closed tab opens where it was left, also without signal. */
  const revise = useCallback(
    (change: (document: WalkDocument) => WalkDocument) => {
      setLoaded((before) => {
        if (before.state !== 'ready') return before;
        const next = change(before.document);
        keepDocument(id, next).catch(saidAlready);
        return { ...before, document: next };
      });
    },
    [id],
  );

  // What another page of this device has written on the round stands here too, before the book knows it.
  const seen = useRef(new Set<string>());
  useEffect(() => {
    const fresh = (queue ?? []).flatMap((queued) =>
      'entry' in queued && queued.entry.roundId === id && !seen.current.has(queued.id) ? queued.entry : [],
    );
    for (const entry of fresh) seen.current.add(entry.id);
    if (fresh.length > 0) revise((before) => fresh.reduce(withEntry, before));
  }, [queue, id, revise]);

  /** What stands on each stop: written on the server, or waiting here. */
  const answers = useMemo(
    () =>
      new Map<string, Answer>(
        document?.stops.flatMap(({ taskId, written }) => (written ? [[taskId, written] as const] : [])),
      ),
    [document],
  );

  /** Writes what one tap has said; null where the device could not keep it, which says why. */
  const write = useCallback(
    async (drafts: readonly Omit<Draft, 'personId'>[], held: boolean) => {
      if (!document) throw new Error('The round is not loaded.');
      const entries = await put(
        drafts.map((draft) => ({ ...draft, personId: document.person.id, roundId: id })),
        held ? holdMs : 0,
      ).catch(saidAlready);
      if (!entries) return null;
      for (const entry of entries) seen.current.add(entry.id);
      revise((before) => entries.reduce(withEntry, before));
      return entries;
    },
    [document, put, id, revise],
  );

  /** Takes an entry off this device; false when it has left already. */
  const undo = useCallback(
    async (entryId: string) => {
      const waiting = (await waitingEntries()).find((entry) => entry.id === entryId);
      const wasHere = await takeBack(entryId);
      if (waiting && wasHere) revise((before) => withoutEntry(before, waiting));
      return wasHere;
    },
    [takeBack, revise],
  );

  /** Somebody has seen what was changed in the plan of a stop. */
  const seeChange = useCallback(
    (taskId: string) =>
      revise((before) => ({
        ...before,
        stops: before.stops.map((stop) => (stop.taskId === taskId ? { ...stop, changed: [] } : stop)),
      })),
    [revise],
  );

  return { loaded, answers, queue: queue ?? [], offline, signedOut, write, undo, seeChange };
}
