'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { type Draft, fetchDocument, keepDocument, useOutbox } from '../../components/use-outbox';
import { type WalkDocument, walkDocument, walkDocumentVersion } from '../../core/walk/document';

/** How long a written stop waits on the device before it is sent, so that it can be taken back. */
export const holdMs = 8000;

export type Answer = { entryId: string; kind: string };
type Loaded = { state: 'loading' } | { state: 'failed'; reason: string } | { state: 'ready'; document: WalkDocument; fromDevice: boolean };

/** The document of a round, what has been answered on it, and the ways to answer. */
export function useRound(id: string) {
  const { queue, offline, put, takeBack } = useOutbox();
  const [loaded, setLoaded] = useState<Loaded>({ state: 'loading' });

  useEffect(() => {
    let gone = false;
    void fetchDocument(id, `/api/rounds/${encodeURIComponent(id)}`).then((fetched) => {
      if (gone) return;
      if (!fetched.ok) return setLoaded({ state: 'failed', reason: fetched.reason });
      const parsed = walkDocument.safeParse(fetched.document);
      if (parsed.success) setLoaded({ state: 'ready', document: parsed.data, fromDevice: fetched.fromDevice });
      else setLoaded({ state: 'failed', reason: `This round was written for another version of the book (this page reads version ${walkDocumentVersion}). Reload the page.` });
    });
    return () => {
      gone = true;
    };
  }, [id]);

  const document = loaded.state === 'ready' ? loaded.document : undefined;

  /** Changes the document here and on disk, so that a closed tab opens where it was left, also without signal. */
  const revise = useCallback((change: (document: WalkDocument) => WalkDocument) => {
    setLoaded((before) => {
      if (before.state !== 'ready') return before;
      const next = change(before.document);
      void keepDocument(id, next);
      return { ...before, document: next };
    });
  }, [id]);

  /** What stands on each stop: written on the server, or waiting here. */
  const answers = useMemo(() => {
    const found = new Map<string, Answer>();
    for (const { taskId, written } of document?.stops ?? []) if (written) found.set(taskId, written);
    for (const { entry } of queue ?? []) {
      if (entry.roundId !== id || entry.kind === 'finding') continue;
      for (const taskId of entry.taskIds ?? []) found.set(taskId, { entryId: entry.id, kind: entry.kind });
    }
    return found;
  }, [document, queue, id]);

  const write = useCallback(async (draft: Omit<Draft, 'personId'>, held: boolean) => {
    if (!document) throw new Error('The round is not loaded.');
    const entry = await put({ ...draft, personId: document.person.id, roundId: id }, held ? holdMs : 0);
    if (draft.kind === 'hand-over') revise((before) => ({ ...before, signedAt: entry.happenedAt }));
    else if (draft.kind === 'reading') revise((before) => ({ ...before, meters: before.meters.map((meter) => (meter.id === draft.body.meterId ? { ...meter, readInRound: true, lastValue: Number(draft.body.value), lastAt: entry.happenedAt } : meter)) }));
    else if (draft.kind !== 'finding') revise((before) => ({ ...before, stops: before.stops.map((stop) => (draft.taskIds?.includes(stop.taskId) ? { ...stop, written: { entryId: entry.id, kind: draft.kind } } : stop)) }));
    return entry.id;
  }, [document, put, id, revise]);

  const undo = useCallback(async (entryId: string) => {
    const wasHere = await takeBack(entryId);
    if (wasHere) revise((before) => ({ ...before, stops: before.stops.map((stop) => (stop.written?.entryId === entryId ? { ...stop, written: null } : stop)) }));
    return wasHere;
  }, [takeBack, revise]);

  return { loaded, answers, queue: queue ?? [], offline, write, undo, discard: takeBack };
}
