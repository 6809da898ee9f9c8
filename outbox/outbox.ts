import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type ProblemCode, isFinal } from '@/core/problem-codes';
import type { Problem } from '@/core/problems';
import type { RoundInput } from '@/core/walk/begin';
import { signedText } from '@/core/entry/content';
import { type EntryInput } from '@/core/entry/envelope';
import { signHere } from './device-key';

type Waiting = {
  id: string;
  queuedAt: number;
  /** Not sent before this instant, so that it can be taken back. */ heldUntil: number;
  /** It was on its way once: whether the book has it only the book knows, and it cannot be taken back. */ left?: true;
  /** What the server said no to for good; it stays until a person decides. */
  refused?: { reason: string; problems: Problem[] };
  /** How often the server was reached and did not take it. */ tries?: number;
  /** Not tried again before this instant. */ pausedUntil?: number;
  /** Why it stands aside while others pass: the server has trouble with this one again and again. */ aside?: string;
  /** What the device has signed of it when it was put here, in the order in which it is sent. */ signed?: SignedHere;
};
type SignedHere = { deviceId: string; signatures: string[] };
/** An entry waiting on this device, with those that go in before it, all or none; or a round that its entries belong to. */
export type QueuedEntry = Waiting & { entry: EntryInput; before?: EntryInput[] };
export type QueuedRound = Waiting & { round: RoundInput };
export type Queued = QueuedEntry | QueuedRound;
/** The same before it has its place in the queue. */
type Item = Pick<QueuedEntry, 'id' | 'entry' | 'before'> | Pick<QueuedRound, 'id' | 'round'>;

/** What one pass of sending came to. `offline`: the book was not reached, or was in trouble; everything is kept. */
export type SendResult = {
  sent: string[];
  refused: string[];
  offline: boolean;
  /** The book was reached, and asks who is there. */
  signedOut?: true;
};

interface OutboxSchema extends DBSchema {
  queue: { key: string; value: Queued; indexes: { byTime: number } };
  documents: { key: string; value: { id: string; document: unknown; keptAt: number } };
}

type Fetch = (input: string, init: RequestInit) => Promise<Response>;

/**
 * Runs some work while no other page of this device does. Undefined where another does; with `waits` only after that one
 * took too long.
 */
export type Alone = <Value>(work: () => Promise<Value>, waits: boolean) => Promise<Value | undefined>;

/** By the browser's own locks. Where it has none, pages may send the same twice, which is harmless. */
const aloneByLock =
  (name: string): Alone =>
  async (work, waits) => {
    // Outside a browser, and where the connection is not safe, there are none.
    const { navigator } = globalThis as { navigator?: { locks?: LockManager } };
    if (!navigator?.locks) return work();
    const how = waits ? { signal: AbortSignal.timeout(answerWithinMs) } : { ifAvailable: true };
    return navigator.locks
      .request(name, how, (lock) => (lock ? work() : undefined))
      .catch((error: unknown) => {
        if (error instanceof DOMException && error.name === 'TimeoutError') return undefined;
        throw error;
      });
  };

export type OutboxOptions = {
  /** For spreading pauses, 0 to 1. */ random?: () => number;
  alone?: Alone;
  /** Signs texts as this device; nothing where it is not enrolled. */ sign?: (
    texts: readonly string[],
  ) => Promise<SignedHere | undefined>;
};

/** What is queued in the same millisecond still has its order (ms). */
const leastGapMs = 0.001;
/** Pauses between tries grow from the first to the longest, each shortened by up to a half so that devices spread (ms). */
const firstPauseMs = 2000;
const longestPauseMs = 5 * 60_000;
/** A book that cannot be reached is tried at least this often (ms). */
const longestRestMs = 20_000;
/** After so many answers that were no answer, something stands aside and lets the others pass. */
const triesBeforeAside = 4;
/** So many in one pass that the server had trouble with are the server's trouble, not theirs. */
const troublesBeforeStop = 3;
/** A server that takes longer than this is as good as away (ms). */
const answerWithinMs = 30_000;

/** Nothing is held back for longer than this (ms). */
const longestHoldMs = 2 * 60_000;

/** Whether an instant is still to come; further ahead than anything waits, the clock was set back and it counts as past. */
const isAhead = (until: number, now: number, longestMs: number): boolean => until > now && until - now <= longestMs;

/** Whether something may still be taken back, or waits out its pause. */
const isHeldBack = ({ heldUntil, pausedUntil = 0 }: Queued, now: number, eager: boolean): boolean =>
  isAhead(heldUntil, now, longestHoldMs) || (!eager && isAhead(pausedUntil, now, longestPauseMs));

const pauseAfter = (tries: number, longestMs: number, random: () => number): number =>
  Math.min(longestMs, firstPauseMs * 2 ** Math.min(tries - 1, 20)) * (1 - random() / 2);

/**
 * The device's queue of entries. An entry is on disk before anything else happens; it leaves only when the book itself
 * says that it has it. Sending twice is harmless, so a lost answer is simply sent again. Entries of one machine go in the
 * order in which they were written, those of a round after the round.
 */
export class Outbox {
  private sending: Promise<SendResult> | undefined;
  /** The last that is being put at the end of the queue. */
  private adding: Promise<void> = Promise.resolve();
  private readonly listeners = new Set<() => void>();
  /** Passes in a row that did not reach the book, and until when none is made. */
  private failures = 0;
  private restUntil = 0;
  /** Whether it rests because the book asks who is there. */
  private restsSignedOut = false;

  /** Through which the other pages of this device hear of changes. */
  private readonly channel: BroadcastChannel | undefined;

  private constructor(
    private readonly db: IDBPDatabase<OutboxSchema>,
    private readonly random: () => number,
    private readonly alone: Alone,
    private readonly sign: NonNullable<OutboxOptions['sign']>,
  ) {
    if (typeof BroadcastChannel === 'undefined') return;
    this.channel = new BroadcastChannel(`outbox ${db.name}`);
    this.channel.onmessage = () => this.tell();
    // Outside a browser, listening alone is no reason to go on living.
    (this.channel as { unref?: () => void }).unref?.();
  }

  static async open(
    name = 'tagebuch',
    { random = Math.random, alone, sign = signHere }: OutboxOptions = {},
  ): Promise<Outbox> {
    return new Outbox(
      await openDB<OutboxSchema>(name, 1, {
        upgrade(db) {
          db.createObjectStore('queue', { keyPath: 'id' }).createIndex('byTime', 'queuedAt');
          db.createObjectStore('documents', { keyPath: 'id' });
        },
      }),
      random,
      alone ?? aloneByLock(`outbox ${name}`),
      sign,
    );
  }

  /** Lets go of the database, as a page does that is closed. */
  close(): void {
    this.channel?.close();
    this.db.close();
  }

  /**
   * Keeps an entry on the device. Resolves once it is on disk.
   * @param before entries that the book takes before it, of the same machine: all of them with it, or none
   */
  put(entry: EntryInput, now: number, { holdMs = 0, before = [] as EntryInput[] } = {}): Promise<void> {
    return this.add([before.length > 0 ? { id: entry.id, entry, before } : { id: entry.id, entry }], now, holdMs);
  }

  /** Keeps what one tap has said, in its order: all of it, or none. */
  putAll(entries: readonly EntryInput[], now: number, { holdMs = 0 } = {}): Promise<void> {
    return this.add(
      entries.map((entry) => ({ id: entry.id, entry })),
      now,
      holdMs,
    );
  }

  /** Keeps a round that was begun here; it goes before its entries. */
  putRound(round: RoundInput, now: number): Promise<void> {
    return this.add([{ id: round.id, round }], now, 0);
  }

  /**
   * Puts something at the end of the queue. The end is looked up in the same step: what comes in the same millisecond, from
   * another page, or after the clock was set back comes after what is there.
   */
  private async add(items: readonly Item[], now: number, holdMs: number): Promise<void> {
    // What cannot be stored at all would end a transaction in its middle without undoing it: found before it begins.
    const fit = structuredClone(items);
    // Signing takes a moment: whoever comes second waits, and stays second.
    const turn = this.adding.then(() => this.addInTurn(fit, now, holdMs));
    this.adding = turn.catch(() => {});
    return turn;
  }

  private async addInTurn(fit: readonly Item[], now: number, holdMs: number): Promise<void> {
    const signed = await Promise.all(fit.map((item) => this.sign(sentBy(item).map(signedText))));
    const transaction = this.db.transaction('queue', 'readwrite');
    const last = await transaction.store.index('byTime').openKeyCursor(null, 'prev');
    const from = Math.max(now, last ? Number(last.key) + leastGapMs : 0);
    const puts = fit.map((item, place) =>
      transaction.store.put({
        ...item,
        ...(signed[place] && { signed: signed[place] }),
        queuedAt: from + place * leastGapMs,
        heldUntil: now + holdMs,
      }),
    );
    await Promise.all([...puts, transaction.done]);
    this.changed();
  }

  /**
   * Takes an entry back before it has left, or whatever the book has refused. False when it may be in the book, and for a round
   * that is on its way: what was written on it would belong to nothing.
   */
  async takeBack(id: string): Promise<boolean> {
    const transaction = this.db.transaction('queue', 'readwrite');
    const there = await transaction.store.get(id);
    const may = there !== undefined && (there.refused !== undefined || (!there.left && 'entry' in there));
    if (may) await transaction.store.delete(id);
    await transaction.done;
    this.changed();
    return may;
  }

  /** Everything waiting, oldest first. */
  all(): Promise<Queued[]> {
    return this.db.getAllFromIndex('queue', 'byTime');
  }

  /**
   * Sends what is no longer held, oldest first. One pass at a time, in one page of the device.
   * @param eager does not wait out the pause after a pass that failed: somebody is waiting, or the connection is back
   */
  send(now: number, fetcher: Fetch = fetch, eager = false): Promise<SendResult> {
    if (eager) this.restUntil = 0;
    this.sending ??= this.alone(() => this.pass(now, fetcher, eager), eager)
      .then((result) => result ?? { sent: [], refused: [], offline: false })
      .finally(() => {
        this.sending = undefined;
      });
    return this.sending;
  }

  private async pass(now: number, fetcher: Fetch, eager: boolean): Promise<SendResult> {
    const result: SendResult = { sent: [], refused: [], offline: false };
    if (isAhead(this.restUntil, now, longestPauseMs)) return this.saidWhy({ ...result, offline: true });
    this.restsSignedOut = false;
    /** What may not be overtaken: machines and rounds of which something earlier still waits. */
    const behind = new Set<string>();
    let troubles = 0;
    /** How long the book asks to be left alone, at least; 0 where it was reached. */
    let restMs = 0;
    for (const queued of await this.all()) {
      if (queued.refused) continue;
      const { waitsFor, holdsUp } = orderOf(queued);
      if (isHeldBack(queued, now, eager) || waitsFor.some((lane) => behind.has(lane))) {
        for (const lane of holdsUp) behind.add(lane);
        continue;
      }
      const leaving: Queued = { ...queued, left: true };
      // Taken back in the last instant: it does not leave.
      if (!(await this.keep(leaving))) continue;
      const answer = await post(queued, fetcher);
      if (answer.kind === 'arrived') {
        await this.db.delete('queue', queued.id);
        result.sent.push(queued.id);
      } else if (answer.kind === 'refused') {
        await this.keep({ ...leaving, refused: { reason: answer.reason, problems: answer.problems } });
        result.refused.push(queued.id);
      } else {
        for (const lane of holdsUp) behind.add(lane);
        if (answer.kind === 'not-reached') {
          restMs = Math.max(answer.afterMs, 1);
          this.restsSignedOut = answer.isSignedOut === true;
          break;
        }
        if (answer.kind === 'of-others') {
          await this.keep({ ...leaving, aside: answer.words, pausedUntil: now + othersPauseMs });
          continue;
        }
        await this.keep(this.tried(leaving, answer, now));
        troubles += 1;
        if (troubles === troublesBeforeStop) {
          restMs = 1;
          break;
        }
      }
    }
    if (result.sent.length > 0 || restMs === 0) this.failures = 0;
    if (restMs > 0) {
      this.failures += 1;
      this.restUntil = now + Math.max(restMs, pauseAfter(this.failures, longestRestMs, this.random));
    }
    result.offline = restMs > 0 || (troubles > 0 && result.sent.length === 0);
    this.changed();
    return this.saidWhy(result);
  }

  private saidWhy(result: SendResult): SendResult {
    return this.restsSignedOut ? { ...result, signedOut: true } : result;
  }

  private tried(queued: Queued, { words }: { words: string }, now: number): Queued {
    const tries = (queued.tries ?? 0) + 1;
    return {
      ...queued,
      tries,
      pausedUntil: now + pauseAfter(tries, longestPauseMs, this.random),
      ...(tries >= triesBeforeAside && { aside: words }),
    };
  }

  /** Writes what has become of something; false where it was taken back meanwhile. */
  private async keep(queued: Queued): Promise<boolean> {
    const transaction = this.db.transaction('queue', 'readwrite');
    const isThere = (await transaction.store.get(queued.id)) !== undefined;
    if (isThere) await transaction.store.put(queued);
    await transaction.done;
    return isThere;
  }

  /** Keeps a document (a round) so that it opens again without signal. */
  async keepDocument(id: string, document: unknown, now: number): Promise<void> {
    await this.db.put('documents', { id, document, keptAt: now });
  }

  async document(id: string): Promise<unknown> {
    return (await this.db.get('documents', id))?.document;
  }

  /** All documents kept here by their names, newest first. */
  async documents(): Promise<{ id: string; document: unknown }[]> {
    return (await this.db.getAll('documents')).sort((a, b) => b.keptAt - a.keptAt);
  }

  /** Drops documents that nobody needs any more. */
  async forgetDocuments(ids: readonly string[]): Promise<void> {
    const transaction = this.db.transaction('documents', 'readwrite');
    await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
  }

  /** Calls back whenever the queue has changed; returns the way to stop. */
  onChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  private changed() {
    this.tell();
    this.channel?.postMessage('changed');
  }

  private tell() {
    for (const listener of this.listeners) listener();
  }
}

/**
 * What must not overtake what: a machine's entries each other, a round's entries the round, its signature all of them. One
 * that stands aside holds up nothing but its own machine.
 */
function orderOf(queued: Queued): { waitsFor: string[]; holdsUp: string[] } {
  if ('round' in queued) return { waitsFor: [], holdsUp: [`round ${queued.id}`] };
  const { machineId, roundId, kind } = queued.entry;
  const machine = machineId ? [`machine ${machineId}`] : [];
  const round = roundId ? [`round ${roundId}`] : [];
  if (kind === 'hand-over') return { waitsFor: [...round, `answers ${roundId}`], holdsUp: [] };
  return {
    waitsFor: [...machine, ...round],
    holdsUp: [...machine, ...(roundId && !queued.aside ? [`answers ${roundId}`] : [])],
  };
}

/** What the book says of itself, not of what was sent: it is asked again as a whole. */
const notNow: readonly string[] = [
  'unavailable',
  'busy',
  'disk-full',
  'too-many',
  'signed-out',
] satisfies ProblemCode[];
/** What somebody else wrote here waits for them; so often it is tried whether they are back. */
const othersPauseMs = 30_000;

type Answer =
  | { kind: 'arrived' }
  | { kind: 'refused'; reason: string; problems: Problem[] }
  /** Somebody answered, but neither yes nor no. */
  | { kind: 'trouble'; words: string }
  /** It was written by somebody else than whoever is signed in. */
  | { kind: 'of-others'; words: string }
  /** Nobody answered, or the book says itself that it cannot just now. */
  | { kind: 'not-reached'; afterMs: number; isSignedOut?: boolean };

/**
 * Sends one thing and reads the answer with care: a sign-in page of the wireless, a proxy or a stranger may answer in
 * place of the book, with any status. Only the book's own word counts: JSON that names what was sent has arrived, a
 * problem with one of its final codes is refused, everything else is to be tried again.
 */
async function post(queued: Queued, fetcher: Fetch): Promise<Answer> {
  const [address, body] = 'round' in queued ? ['/api/rounds', queued.round] : ['/api/entries', entriesOf(queued)];
  const { signed } = queued;
  const response = await fetcher(address, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      ...(signed && {
        'x-tagebuch-device': signed.deviceId,
        'x-tagebuch-signature': signed.signatures.join(','),
      }),
    },
    body: JSON.stringify(body),
    redirect: 'error',
    signal: AbortSignal.timeout(answerWithinMs),
  }).catch(() => undefined);
  return response ? readAnswer(queued.id, response) : { kind: 'not-reached', afterMs: 0 };
}

const entriesOf = ({ entry, before }: Pick<QueuedEntry, 'entry' | 'before'>) => (before ? [...before, entry] : entry);
/** What the book is sent of something, part by part. */
const sentBy = (item: Item): readonly object[] => ('round' in item ? [item.round] : [entriesOf(item)].flat());

type Said = { id?: unknown; code?: unknown; detail?: unknown; errors?: Problem[] } | null;

async function readAnswer(id: string, response: Response): Promise<Answer> {
  const type = (response.headers.get('content-type') ?? '').split(';')[0]!.trim().toLowerCase();
  const isProblem = type === 'application/problem+json';
  const said = (isProblem || type === 'application/json' ? await response.json().catch(() => null) : null) as Said;
  if (response.ok && type === 'application/json' && said?.id === id) return { kind: 'arrived' };
  const ours = isProblem ? ofTheBook(said, response.headers) : undefined;
  if (ours) return ours;
  return {
    kind: 'trouble',
    words:
      typeof said?.detail === 'string' && typeof said.code === 'string'
        ? said.detail
        : `Something answered in place of the book (${response.status}).`,
  };
}

/** What the book itself says by one of its codes; undefined where it is none of those. */
function ofTheBook(said: Said, headers: Headers): Answer | undefined {
  const code = said?.code;
  if (isFinal(code)) return refusalOf(said);
  if (notNow.includes(String(code)))
    return { kind: 'not-reached', afterMs: pauseAsked(headers), isSignedOut: code === 'signed-out' };
  if (code === ('not-yours' satisfies ProblemCode)) return { kind: 'of-others', words: String(said?.detail) };
  return undefined;
}

const refusalOf = (said: Said): Answer => ({
  kind: 'refused',
  reason: typeof said?.detail === 'string' ? said.detail : 'The book did not take it.',
  problems: Array.isArray(said?.errors) ? said.errors : [],
});

/** How long the book asks to be left alone, within reason. */
function pauseAsked(headers: Headers): number {
  const afterS = Number(headers.get('retry-after'));
  return afterS > 0 ? Math.min(afterS * 1000, longestPauseMs) : 0;
}
