'use client';

import { keeping, whyNotKept } from './device-trouble';
import { newestVersion } from '@/core/entry/kinds';
import { useCallback, useEffect, useState } from 'react';
import { ulid } from 'ulid';
import type { Problem } from '@/core/problems';
import type { RoundInput } from '@/core/walk/begin';
import { Outbox, type Queued } from '@/outbox/outbox';
import { type EntryInput } from '@/core/entry/envelope';

const lookEveryMs = 2000;

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
  Partial<
    Pick<
      EntryInput,
      'id' | 'kindVersion' | 'pointId' | 'taskIds' | 'roundId' | 'replacesId' | 'happenedAt' | 'offsetMinutes'
    >
  >;

/**
 * What was typed, whole: half a character, as is left where a text was cut in the middle of one, cannot be stored and
 * becomes the mark of a missing one.
 */
const whole = <Value>(value: Value): Value =>
  JSON.parse(JSON.stringify(value), (_, each: unknown) =>
    typeof each === 'string' ? each.replace(/\p{Surrogate}/gu, '\ufffd') : each,
  ) as Value;

/** Completes a draft into an entry as this device writes it, now. */
export function entryOf(draft: Draft): EntryInput {
  const now = new Date();
  return {
    id: ulid(),
    kindVersion: newestVersion(draft.kind),
    deviceId: deviceId(),
    happenedAt: now.toISOString(),
    offsetMinutes: -now.getTimezoneOffset(),
    ...draft,
    body: whole(draft.body),
  };
}

export type WriteAnswer =
  { state: 'sent' | 'waiting'; entryId: string } | { state: 'refused'; reason: string; problems: Problem[] };

/**
 * Writes an entry straight away. Without a connection it waits on the device and is sent later; what the server
 * refuses is taken off the queue and handed back, so that the form can show why and keep what was typed.
 * @param before what is written before it, all or none; the pointers of what is refused then begin with a place among them
 */
export async function writeNow(draft: Draft, before: readonly Draft[] = []): Promise<WriteAnswer> {
  const outbox = await openOutbox();
  const earlier = before.map(entryOf);
  const entry = entryOf(draft);
  try {
    await outbox.put(entry, Date.now(), { before: earlier });
  } catch (error) {
    return { state: 'refused', reason: whyNotKept(error), problems: [] };
  }
  await outbox.send(Date.now(), fetch, true);
  // Another pass may have been on its way without this entry; the second one includes it.
  if ((await outbox.all()).some(({ id, refused }) => id === entry.id && !refused))
    await outbox.send(Date.now(), fetch, true);
  const queued = (await outbox.all()).find(({ id }) => id === entry.id);
  if (!queued) return { state: 'sent', entryId: entry.id };
  if (!queued.refused) return { state: 'waiting', entryId: entry.id };
  await outbox.takeBack(entry.id);
  return { state: 'refused', ...queued.refused };
}

/** The queue as the screen sees it, and sending in the background: on every change, when back online, every few seconds. */
export function useOutbox() {
  const [queue, setQueue] = useState<Queued[] | null>(null);
  const [offline, setOffline] = useState(false);
  const [signedOut, setSignedOut] = useState(false);

  useEffect(() => {
    let stopped = false;
    let stopListening = () => {};
    const send = async (eager = false) => {
      const outbox = await openOutbox();
      const waiting = (await outbox.all()).some(({ refused, heldUntil }) => !refused && heldUntil <= Date.now());
      if (waiting) {
        const result = await outbox.send(Date.now(), fetch, eager);
        if (stopped) return;
        setOffline(result.offline && !result.signedOut);
        setSignedOut(result.signedOut === true);
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
    const timer = setInterval(() => void send(), lookEveryMs);
    const online = () => void send(true);
    window.addEventListener('online', online);
    return () => {
      stopped = true;
      stopListening();
      clearInterval(timer);
      window.removeEventListener('online', online);
    };
  }, []);

  /** Keeps what one tap has said, all or none. Rejects where the device has no room left. */
  const put = useCallback(async (drafts: readonly Draft[], holdMs = 0) => {
    const entries = drafts.map(entryOf);
    await keeping(async () => (await openOutbox()).putAll(entries, Date.now(), { holdMs }));
    return entries;
  }, []);
  const takeBack = useCallback(async (id: string) => (await openOutbox()).takeBack(id), []);
  return { queue, offline, signedOut: signedOut && (queue?.length ?? 0) > 0, put, takeBack };
}

/** What waits on this device, oldest first. */
export const waitingEntries = async (): Promise<EntryInput[]> =>
  (await (await openOutbox()).all()).flatMap((queued) =>
    'entry' in queued ? [...(queued.before ?? []), queued.entry] : [],
  );

/** Keeps a round that begins on this device, with the document that it is walked from. */
export async function keepRound(round: RoundInput, document: unknown): Promise<void> {
  await keeping(async () => {
    const outbox = await openOutbox();
    await outbox.keepDocument(round.id, document, Date.now());
    await outbox.putRound(round, Date.now());
  });
}

/** Whether a round has not left this device yet: the book does not know it then. */
const isRoundWaiting = async (outbox: Outbox, id: string): Promise<boolean> =>
  (await outbox.all()).some((queued) => 'round' in queued && queued.id === id);

/** Every document kept on this device by its name, newest first. */
export const keptDocuments = async (): Promise<{ id: string; document: unknown }[]> => (await openOutbox()).documents();

/** The rounds among them: they are named by their identifiers. */
export const keptRounds = async (): Promise<unknown[]> =>
  (await keptDocuments()).flatMap(({ id, document }) => (isRound(document, id) ? [document] : []));

/** Drops documents that nobody needs any more. */
export const forgetDocuments = async (ids: readonly string[]): Promise<void> =>
  (await openOutbox()).forgetDocuments(ids);

const isRound = (given: unknown, id: string): boolean =>
  typeof given === 'object' && given !== null && 'roundId' in given && given.roundId === id;

/** With a bad signal what is kept here is better than what may still come (ms). */
const patienceMs = 30_000;
const patienceWithKeptMs = 5000;

/** Asks the book for something. Why it did not come is said in words; `isAway` where the book was not reached. */
export async function fetchJson(
  url: string,
  waitMs = patienceMs,
): Promise<{ ok: true; value: unknown } | { ok: false; reason: string; isAway: boolean }> {
  const signal = AbortSignal.timeout(waitMs);
  const response = await fetch(url, { cache: 'no-store', signal }).catch(() => undefined);
  const said: unknown = await response?.json().catch(() => undefined);
  if (response?.ok && said !== undefined) return { ok: true, value: said };
  // Whoever answers in place of the book has no words of ours.
  const detail = typeof said === 'object' && said !== null && 'detail' in said ? said.detail : undefined;
  return typeof detail === 'string' && response!.status < 500
    ? { ok: false, reason: detail, isAway: false }
    : { ok: false, reason: 'The book is not reached just now.', isAway: true };
}

/** A round kept on the device, fetched anew when there is a connection. */
export async function fetchDocument(
  id: string,
  url: string,
): Promise<{ ok: true; document: unknown; fromDevice: boolean } | { ok: false; reason: string }> {
  const outbox = await openOutbox();
  const kept = await outbox.document(id);
  if (await isRoundWaiting(outbox, id)) await outbox.send(Date.now(), fetch, true);
  const fetched = (await isRoundWaiting(outbox, id))
    ? undefined
    : await fetchJson(url, kept ? patienceWithKeptMs : patienceMs);
  if (fetched?.ok && isRound(fetched.value, id)) {
    await keepDocument(id, fetched.value);
    return { ok: true, document: fetched.value, fromDevice: false };
  }
  if (kept) return { ok: true, document: kept, fromDevice: true };
  return fetched && !fetched.ok && !fetched.isAway
    ? { ok: false, reason: fetched.reason }
    : { ok: false, reason: 'There is no connection, and this round has not been opened on this device before.' };
}

/** A document as it was kept on the device; undefined where none was. */
export const keptDocument = async (id: string): Promise<unknown> => (await openOutbox()).document(id);

/** Keeps a changed document on the device. */
export const keepDocument = (id: string, document: unknown): Promise<void> =>
  keeping(async () => (await openOutbox()).keepDocument(id, document, Date.now()));
