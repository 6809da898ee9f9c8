/** Heavy work for a page is not begun; the page says so and is asked for again. Next passes the digest on unchanged. */
export class Busy extends Error {
  digest = 'BUSY';
}

/** So much heavy work is done at once. It keeps this process from answering anything else, so it is little. */
const atOnce = 1;
/** So many wait for their turn, and for so long (ms); whoever comes then is told that the book is busy. */
const waitingMost = 8;
const waitMost = 5000;

const shared = globalThis as { tagebuchHeavy?: { running: number; waiting: (() => void)[] } };
const queue = (shared.tagebuchHeavy ??= { running: 0, waiting: [] });

/**
 * Does work that reads much of the plant, a few at a time: everybody else's plain page goes in between.
 * @throws Busy where too many wait already, or the turn does not come
 */
export async function heavily<Value>(work: () => Promise<Value>): Promise<Value> {
  if (queue.running >= atOnce) await turn();
  queue.running += 1;
  try {
    return await work();
  } finally {
    queue.running -= 1;
    queue.waiting.shift()?.();
  }
}

async function turn(): Promise<void> {
  if (queue.waiting.length >= waitingMost) throw new Busy('Too many heavy pages wait already.');
  await new Promise<void>((resolve, reject) => {
    const go = () => {
      clearTimeout(timer);
      resolve();
    };
    const timer = setTimeout(() => {
      queue.waiting.splice(queue.waiting.indexOf(go), 1);
      reject(new Busy('The turn did not come.'));
    }, waitMost);
    queue.waiting.push(go);
  });
}
