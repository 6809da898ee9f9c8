import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { EntryInput } from '@/core/entry/kinds';
import type { Problem } from '@/core/problems';

/** An entry waiting on this device. `refused` is what the server said no to; it stays until a person decides. */
export type QueuedEntry = {
  id: string;
  entry: EntryInput;
  queuedAt: number;
  /** Not sent before this instant, so that it can be taken back. */ heldUntil: number;
  refused?: { reason: string; problems: Problem[] };
};

/** What one pass of sending came to. `offline`: the server was not reached, everything is kept. */
export type SendResult = { sent: string[]; refused: string[]; offline: boolean };

interface OutboxSchema extends DBSchema {
  queue: { key: string; value: QueuedEntry; indexes: { byTime: number } };
  documents: { key: string; value: { id: string; document: unknown; keptAt: number } };
}

type Fetch = (input: string, init: RequestInit) => Promise<Response>;

/**
 * The device's queue of entries. An entry is on disk before anything else happens; it leaves only when the server has
 * it. Sending twice is harmless, so a lost answer is simply sent again.
 */
export class Outbox {
  private sending: Promise<SendResult> | undefined;
  private readonly listeners = new Set<() => void>();

  private constructor(private readonly db: IDBPDatabase<OutboxSchema>) {}

  static async open(name = 'tagebuch'): Promise<Outbox> {
    return new Outbox(
      await openDB<OutboxSchema>(name, 1, {
        upgrade(db) {
          db.createObjectStore('queue', { keyPath: 'id' }).createIndex('byTime', 'queuedAt');
          db.createObjectStore('documents', { keyPath: 'id' });
        },
      }),
    );
  }

  /** Keeps an entry on the device. Resolves once it is on disk. */
  async put(entry: EntryInput, now: number, holdMs = 0): Promise<void> {
    await this.db.put('queue', { id: entry.id, entry, queuedAt: now, heldUntil: now + holdMs });
    this.changed();
  }

  /** Takes an entry back before it has left. False when it has already gone. */
  async takeBack(id: string): Promise<boolean> {
    const transaction = this.db.transaction('queue', 'readwrite');
    const there = (await transaction.store.get(id)) !== undefined;
    await transaction.store.delete(id);
    await transaction.done;
    this.changed();
    return there;
  }

  /** Everything waiting, oldest first. */
  all(): Promise<QueuedEntry[]> {
    return this.db.getAllFromIndex('queue', 'byTime');
  }

  /** Sends what is no longer held, oldest first; stops at the first sign of no connection. One pass at a time. */
  send(now: number, fetcher: Fetch = fetch): Promise<SendResult> {
    this.sending ??= this.pass(now, fetcher).finally(() => {
      this.sending = undefined;
    });
    return this.sending;
  }

  private async pass(now: number, fetcher: Fetch): Promise<SendResult> {
    const result: SendResult = { sent: [], refused: [], offline: false };
    for (const queued of await this.all()) {
      if (queued.heldUntil > now || queued.refused) continue;
      const response = await fetcher('/api/entries', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(queued.entry),
      }).catch(() => undefined);
      if (!response || response.status >= 500 || response.status === 429) {
        result.offline = true;
        break;
      }
      if (response.ok) {
        await this.db.delete('queue', queued.id);
        result.sent.push(queued.id);
      } else {
        const said = (await response.json().catch(() => ({}))) as { detail?: string; errors?: Problem[] };
        await this.db.put('queue', {
          ...queued,
          refused: {
            reason: said.detail ?? `The server refused it (${response.status}).`,
            problems: said.errors ?? [],
          },
        });
        result.refused.push(queued.id);
      }
    }
    this.changed();
    return result;
  }

  /** Keeps a document (a round) so that it opens again without signal. */
  async keepDocument(id: string, document: unknown, now: number): Promise<void> {
    await this.db.put('documents', { id, document, keptAt: now });
  }

  async document(id: string): Promise<unknown> {
    return (await this.db.get('documents', id))?.document;
  }

  /** Calls back whenever the queue has changed; returns the way to stop. */
  onChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  private changed() {
    for (const listener of this.listeners) listener();
  }
}
