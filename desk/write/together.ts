/** Does one piece of work, together with others that wait. */
export type Together<Item, Outcome> = (item: Item) => Promise<Outcome>;

type Waiting<Item, Outcome> = { item: Item; settle: (outcome: Outcome | Promise<Outcome>) => void };

/** More than this at once would keep the first of them waiting. */
const most = 64;

/**
 * Work that costs hardly more for many than for one: what comes in while some of it is being done waits, and is done
 * together then. Nobody waits for another's trouble: what cannot be done together is done by itself.
 * @param apart names of which no two pieces that are done together may share one
 * @param many does some; undefined for each that it leaves to `one`. Where it throws, nothing of it was done.
 * @param hopeless of what it threw: that it would be the same for each by itself
 * @param one does one, however long that takes
 */
export function together<Item, Outcome>({
  apart,
  many,
  hopeless,
  one,
}: {
  apart: (item: Item) => string[];
  many: (items: Item[]) => Promise<(Outcome | undefined)[]>;
  hopeless: (error: unknown) => boolean;
  one: (item: Item) => Promise<Outcome>;
}): Together<Item, Outcome> {
  let waiting: Waiting<Item, Outcome>[] = [];
  let working = false;

  /** The longest waiting that may be done together; the others keep their order. */
  function next(): Waiting<Item, Outcome>[] {
    const names = new Set<string>();
    const batch: Waiting<Item, Outcome>[] = [];
    const left: Waiting<Item, Outcome>[] = [];
    for (const each of waiting) {
      const mine = apart(each.item);
      if (batch.length < most && !mine.some((name) => names.has(name))) batch.push(each);
      else left.push(each);
      // Whoever waits behind one of the same name waits for it.
      for (const name of mine) names.add(name);
    }
    waiting = left;
    return batch;
  }

  async function work(): Promise<void> {
    working = true;
    while (waiting.length > 0) {
      const batch = next();
      try {
        const outcomes = await many(batch.map(({ item }) => item));
        for (const [place, { item, settle }] of batch.entries()) settle(outcomes[place] ?? one(item));
      } catch (error) {
        for (const { item, settle } of batch) settle(hopeless(error) ? Promise.reject(error as Error) : one(item));
      }
    }
    working = false;
  }

  return (item) =>
    new Promise((settle) => {
      waiting.push({ item, settle });
      if (!working) void work();
    });
}
