// One life of a device as `npm run soak` has it: a random sequence of writing, losing the signal, answers that get lost, pages
// that are killed and opened again, two of them at once, and time that passes on a clock of its own.
import { type Alone, Outbox } from '@/outbox/outbox';
import type { RoundInput } from '@/core/walk/begin';
import type { EntryInput } from '@/core/entry/envelope';

export type Luck = { next: () => number; happens: (share: number) => boolean };
/** What a sequence writes: made anew for each step, at an instant of the device's clock (ms). */
export type Material = {
  entry: (now: number, roundId: string | null) => EntryInput;
  round: (now: number) => RoundInput;
  signature: (now: number, round: RoundInput) => EntryInput;
};
/** What has become of what a device wrote. */
export type Life = {
  /** In the order of writing. */
  written: EntryInput[];
  /** Taken back before it left: it must never be in the book. */
  takenBack: Set<string>;
  rounds: string[];
  /** What is on the device at the end, by its identifier, and why, in words: nothing is to be. */
  kept: Map<string, string>;
  posts: number;
  kills: number;
};

type Fetch = (path: string, init: RequestInit) => Promise<Response>;
type Signal = 'there' | 'away' | 'bad';
/** A page of the device; once it is killed nothing of it ever goes on. */
type Page = { outbox: Outbox; life: { over: boolean }; die: () => void; died: Promise<void> };

const isOver = ({ life }: Page): boolean => life.over;
const never = new Promise<never>(() => undefined);
/** The lock that pages of one device share; a killed page lets go of it. */
function sharedLock() {
  let last: Promise<unknown> = Promise.resolve();
  let held = 0;
  return (died: Promise<void>): Alone =>
    async (work, waits) => {
      if (held > 0 && !waits) return undefined;
      held += 1;
      const mine = last.then(work);
      const ended = Promise.race([mine.catch(() => undefined), died]).finally(() => (held -= 1));
      last = ended;
      return mine;
    };
}

/** What is still in an outbox, by its identifier, and why, in words. */
async function keptIn(outbox: Outbox): Promise<Life['kept']> {
  const all = await outbox.all();
  return new Map(
    all.map((queued) => [
      queued.id,
      `${'round' in queued ? 'round' : queued.entry.kind}: ${queued.refused?.reason ?? 'still waiting'}`,
    ]),
  );
}

/**
 * Lives through one sequence and brings everything home at its end.
 * @param name of the device's store, used by nobody else
 * @param reach asks the real book
 * @param isStuck whether somebody who has waited since then need not wait any longer
 */
export async function liveThrough(
  name: string,
  luck: Luck,
  { entry, round, signature }: Material,
  reach: Fetch,
  isStuck: (since: number) => boolean,
): Promise<Life> {
  const whole = (below: number): number => Math.floor(luck.next() * below);
  const life: Life = { written: [], takenBack: new Set(), rounds: [], kept: new Map(), posts: 0, kills: 0 };
  const lockFor = sharedLock();
  let now = Date.now() - 4 * 3_600_000;
  let signal: Signal = 'there';
  let walk: RoundInput | null = null;

  const openPage = async (): Promise<Page> => {
    let die = () => {};
    const died = new Promise<void>((resolve) => (die = resolve));
    const outbox = await Outbox.open(name, { random: luck.next, alone: lockFor(died) });
    return { outbox, life: { over: false }, die, died };
  };
  const pages: Page[] = [await openPage()];
  const kill = (page: Page) => {
    page.life.over = true;
    page.die();
    page.outbox.close();
    life.kills += 1;
  };
  /** The network as a page has it just now; after its death no answer reaches it. */
  const networkOf =
    (page: Page): Fetch =>
    async (path, init) => {
      if (isOver(page)) return never;
      const fate = signal === 'there' ? 9 : signal === 'away' ? 0 : whole(8);
      if (fate === 0) throw new TypeError('no signal');
      if (fate === 1)
        return new Response('<h1>Sign in to the wireless</h1>', { headers: { 'content-type': 'text/html' } });
      if (fate === 2) return new Response('bad gateway', { status: 502 });
      life.posts += 1;
      const answer = await reach(path, init);
      // The worst moment to die: the book has it, and the page never hears.
      if (signal === 'bad' && luck.happens(0.1) && pages.includes(page)) replace(page);
      if (isOver(page)) return never;
      if (fate === 3 || fate === 4) throw new TypeError('the answer was lost');
      return answer;
    };
  const opening: Promise<unknown>[] = [];
  const replace = (page: Page) => {
    kill(page);
    pages.splice(pages.indexOf(page), 1);
    if (pages.length === 0) opening.push(openPage().then((fresh) => pages.push(fresh)));
  };
  const anyPage = async (): Promise<Page> => {
    await Promise.all(opening);
    return pages[whole(pages.length)]!;
  };
  const sendFrom = async (page: Page, eager: boolean): Promise<void> => {
    await Promise.race([page.outbox.send(now, networkOf(page), eager), page.died]);
  };
  const keep = async (page: Page, entries: EntryInput[], holdMs: number) => {
    await page.outbox.putAll(entries, now, { holdMs });
    life.written.push(...entries);
  };

  const steps: readonly (() => Promise<void>)[] = [
    async () => {
      const page = await anyPage();
      const some = Array.from({ length: 1 + whole(3) }, () => entry(now, walk && luck.happens(0.7) ? walk.id : null));
      await keep(page, some, luck.happens(0.5) ? 8000 : 0);
    },
    async () => {
      const page = await anyPage();
      if (walk) {
        await keep(page, [signature(now, walk)], 0);
        walk = null;
        return;
      }
      walk = round(now);
      life.rounds.push(walk.id);
      await page.outbox.putRound(walk, now);
    },
    async () => {
      const { outbox } = await anyPage();
      const held = (await outbox.all()).filter(({ heldUntil }) => heldUntil > now);
      const back = held[whole(held.length)];
      if (back && (await outbox.takeBack(back.id))) life.takenBack.add(back.id);
    },
    async () => void (now += whole(20_000)),
    async () => void (now += whole(10 * 60_000)),
    // Somebody sets the clock of the device.
    async () => void (now -= luck.happens(0.3) ? whole(3_600_000) : 0),
    async () => void (signal = (['there', 'away', 'bad', 'bad'] as const)[whole(4)]!),
    async () => sendFrom(await anyPage(), luck.happens(0.3)),
    async () => {
      const both = [await anyPage(), await anyPage()];
      await Promise.all(both.map((page) => sendFrom(page, luck.happens(0.5))));
    },
    async () => {
      if (pages.length < 2) pages.push(await openPage());
      else replace(await anyPage());
    },
    async () => {
      // Killed while something is on its way.
      const page = await anyPage();
      const sending = sendFrom(page, true);
      if (luck.happens(0.5)) await new Promise((resolve) => setTimeout(resolve, whole(8)));
      if (pages.includes(page)) replace(page);
      await sending;
    },
  ];
  for (let count = 12 + whole(24); count > 0; count -= 1) await steps[whole(steps.length)]!();

  signal = 'there';
  now += 3_600_000;
  for (const page of [...pages]) kill(page);
  const last = await openPage();
  const open = async () => (await last.outbox.all()).filter(({ refused }) => !refused);
  const since = Date.now();
  while ((await open()).length > 0 && !isStuck(since)) {
    now += 1000;
    await last.outbox.send(now, networkOf(last), true);
    if ((await open()).length > 0) await new Promise((resolve) => setTimeout(resolve, 100));
  }
  life.kept = await keptIn(last.outbox);
  last.outbox.close();
  return life;
}

/**
 * What of a life the book has wrong, in words.
 * @param seqOf the place of an entry in the book, where it is there
 */
export function wrongIn({ written, takenBack, kept }: Life, seqOf: ReadonlyMap<string, number>): string[] {
  const wrong = written.flatMap(({ id, kind }) => {
    if (takenBack.has(id)) return seqOf.has(id) ? [`${kind} ${id} was taken back and is in the book`] : [];
    return seqOf.has(id) || kept.has(id) ? [] : [`${kind} ${id} is lost`];
  });
  const newest = new Map<string, number>();
  for (const { id, machineId } of written) {
    const seq = seqOf.get(id);
    if (seq === undefined || !machineId) continue;
    if (seq < (newest.get(machineId) ?? 0)) wrong.push(`${id} came before what was written before it`);
    newest.set(machineId, seq);
  }
  return wrong;
}
