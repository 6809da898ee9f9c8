/** Heavy work for a page is not begun; the page says so and is asked for again. Next passes the digest on unchanged. */
export class Busy extends Error {
  digest = 'BUSY';
}

type Turns = { running: number; waiting: (() => void)[] };
type Rules = {
  /** So much of the work is done at once. */
  atOnce: number;
  /** So many wait for their turn, and for so long (ms); whoever comes then is told that the book is busy. */
  waitingMost: number;
  waitMost: number;
};

const shared = globalThis as { tagebuchTurns?: Record<string, Turns> };

/** Work of one kind that is done a few at a time, in order. The state is the process's own, whichever bundle asks. */
function inTurns(kind: string, rules: Rules): <Value>(work: () => Promise<Value>) => Promise<Value> {
  const turns = ((shared.tagebuchTurns ??= {})[kind] ??= { running: 0, waiting: [] });
  return async (work) => {
    if (turns.running >= rules.atOnce) await turn(turns, rules);
    turns.running += 1;
    try {
      return await work();
    } finally {
      turns.running -= 1;
      turns.waiting.shift()?.();
    }
  };
}

/**
 * Does work that reads much of the plant, one at a time, as it keeps this process from answering anything else: everybody
 * else's plain page goes in between.
 * @throws Busy where too many wait already, or the turn does not come
 */
export const heavily = inTurns('heavy', { atOnce: 1, waitingMost: 8, waitMost: 5000 });

/**
 * Computes what takes seconds, but lets others in between. One at a time: two would only both be slow.
 * @throws Busy where too many wait already, or the turn does not come
 */
export const atLength = inTurns('long', { atOnce: 1, waitingMost: 8, waitMost: 60_000 });

async function turn({ waiting }: Turns, { waitingMost, waitMost }: Rules): Promise<void> {
  if (waiting.length >= waitingMost) throw new Busy('Too many wait for such work already.');
  await new Promise<void>((resolve, reject) => {
    const go = () => {
      clearTimeout(timer);
      resolve();
    };
    const timer = setTimeout(() => {
      waiting.splice(waiting.indexOf(go), 1);
      reject(new Busy('The turn did not come.'));
    }, waitMost);
    waiting.push(go);
  });
}
