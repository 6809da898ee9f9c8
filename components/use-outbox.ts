'use client';

import { useCallback, useEffect, useState } from 'react';
import { ulid } from 'ulid';
import type { EntryInput } from '@/core/entry/kinds';
import type { Problem } from '@/core/problems';
import { Outbox, type QueuedEntry } from '@/outbox/outbox';

const retryMs = 4000;

let shared: Promise<Outbox> | undefined;
const openOutbox = () => (shared ??= Outbox.open());

/** This device's own name in the log, made once. */
function deviceId(): string {
  const key = 'tagebuch-device';
  const known = localStorage.getItem(key);
  if (known) return known;
  const made = ulid();
  localStorage.setItem(key, made);
  return made;
}

/** Fields of an entry that a screen decides; the rest is the same for all. */
export type Draft = Pick<EntryInput, 'kind' | 'body' | 'personId' | 'machineId'> &
  Partial<Pick<EntryInput, 'pointId' | 'taskIds' | 'roundId' | 'replacesId' | 'happenedAt' | 'offsetMinutes'>>;

/** Completes a draft into an entry as this device writes it, now. */
export function entryOf(draft: Draft): EntryInput {
  const now = new Date();
  return {
    id: ulid(),
    kindVersion: 1,
    deviceId: deviceId(),
    happenedAt: now.toISOString(),
    offsetMinutes: -now.getTimezoneOffset(),
    ...draft,
  };
}

export type WriteAnswer =
  { state: 'sent' | 'waiting'; entryId: string } | { state: 'refused'; reason: string; problems: Problem[] };

/**
 * Writes an entry straight away. Without a connection it waits on the device and is sent later; what the server
 * refuses is taken off the queue and handed back, so that the form can show why and keep what was typed.
 */
export async function writeNow(draft: Draft): Promise<WriteAnswer> {
  const outbox = await openOutbox();
  const entry = entryOf(draft);
  await outbox.put(entry, Date.now());
  await outbox.send(Date.now());
  // Another pass may have been on its way without this entry; the second one includes it.
  if ((await outbox.all()).some(({ id, refused }) => id === entry.id && !refused)) await outbox.send(Date.now());
  const queued = (await outbox.all()).find(({ id }) => id === entry.id);
  if (!queued) return { state: 'sent', entryId: entry.id };
  if (!queued.refused) return { state: 'waiting', entryId: entry.id };
  await outbox.takeBack(entry.id);
  return { state: 'refused', ...queued.refused };
}

/** The queue as the screen sees it, and sending in the background: on every change, when back online, every few seconds. */
export function useOutbox() {
  const [queue, setQueue] = useState<QueuedEntry[] | null>(null);
  const [offline, setOffline] = useState(false);

  useEffect(() => {
    let stopped = false;
    let stopListening = () => {};
    const send = async () => {
      const outbox = await openOutbox();
      const waiting = (await outbox.all()).some(({ refused, heldUntil }) => !refused && heldUntil <= Date.now());
      if (waiting) {
        const result = await outbox.send(Date.now());
        if (!stopped) setOffline(result.offline);
      }
    };
    void openOutbox().then(async (outbox) => {
      const show = async () => {
        const all = await outbox.all();
        if (!stopped) setQueue(all);
      };
      stopListening = outbox.onChange(() => void show());
      await show();
    });
    const timer = setInterval(() => void send(), retryMs / 2);
    const online = () => void send();
    window.addEventListener('online', online);
    return () => {
      stopped = true;
      stopListening();
      clearInterval(timer);
      window.removeEventListener('online', online);
    };
  }, []);

  const put = useCallback(async (draft: Draft, holdMs = 0) => {
    const entry = entryOf(draft);
    await (await openOutbox()).put(entry, Date.now(), holdMs);
    return entry;
  }, []);
  const takeBack = useCallback(async (id: string) => (await openOutbox()).takeBack(id), []);
  return { queue, offline, put, takeBack };
}

/** What waits on this device, oldest first. */
export const waitingEntries = async (): Promise<EntryInput[]> =>
  (await (await openOutbox()).all()).map(({ entry }) => entry);

/** A document kept on the device, fetched anew when there is a connection. */
export async function fetchDocument(
  id: string,
  url: string,
): Promise<{ ok: true; document: unknown; fromDevice: boolean } | { ok: false; reason: string }> {
  const outbox = await openOutbox();
  const response = await fetch(url, { cache: 'no-store' }).catch(() => undefined);
  if (response?.ok) {
    const document: unknown = await response.json();
    await outbox.keepDocument(id, document, Date.now());
    return { ok: true, document, fromDevice: false };
  }
  if (response && response.status < 500)
    return {
      ok: false,
      reason:
        ((await response.json().catch(() => ({}))) as { detail?: string }).detail ?? 'This round cannot be opened.',
    };
  const kept = await outbox.document(id);
  return kept
    ? { ok: true, document: kept, fromDevice: true }
    : { ok: false, reason: 'There is no connection, and this round has not been opened on this device before.' };
}

/** Keeps a changed document on the device. */
export const keepDocument = async (id: string, document: unknown): Promise<void> =>
  (await openOutbox()).keepDocument(id, document, Date.now());
