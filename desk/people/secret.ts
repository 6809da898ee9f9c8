import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/**
 * Passwords are kept by scrypt (RFC 7914) with 32 MB and three passes each: one of the settings of equal strength in the
 * OWASP cheat sheet on storing passwords. The settings stand in front of each, so that they may grow.
 */
const settings = { cost: 2 ** 15, blockSize: 8, parallelization: 3 };
const keyBytes = 32;
/** So many are worked out at a time: each takes memory, and whoever sends many waits. */
const atOnce = 2;

let working = 0;
const waiting: (() => void)[] = [];

/** Lets a few in at a time, in their order. */
async function inTurn<Value>(work: () => Promise<Value>): Promise<Value> {
  if (working >= atOnce) await new Promise<void>((resolve) => waiting.push(resolve));
  else working += 1;
  try {
    return await work();
  } finally {
    const next = waiting.shift();
    if (next) next();
    else working -= 1;
  }
}

const derived = (
  secret: string,
  salt: Buffer,
  { cost, blockSize, parallelization }: typeof settings,
): Promise<Buffer> =>
  inTurn(
    () =>
      new Promise((resolve, reject) =>
        scrypt(
          // The same letter may be typed in two ways.
          secret.normalize('NFKC'),
          salt,
          keyBytes,
          { N: cost, r: blockSize, p: parallelization, maxmem: 256 * cost * blockSize },
          (error, key) => (error ? reject(error) : resolve(key)),
        ),
      ),
  );

/** What is kept of a secret, to be checked against. */
export async function keptOf(secret: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derived(secret, salt, settings);
  const { cost, blockSize, parallelization } = settings;
  return ['scrypt', cost, blockSize, parallelization, salt.toString('base64url'), key.toString('base64url')].join('$');
}

/** Whether a secret is the one that something was kept of. */
export async function isSecret(secret: string, kept: string): Promise<boolean> {
  const [, cost, blockSize, parallelization, salt, key] = kept.split('$');
  const expected = Buffer.from(key!, 'base64url');
  const found = await derived(secret, Buffer.from(salt!, 'base64url'), {
    cost: Number(cost),
    blockSize: Number(blockSize),
    parallelization: Number(parallelization),
  });
  return timingSafeEqual(found, expected);
}

/** Takes as long as a check, for names that nobody has: whoever asks cannot tell them from others by the time. */
export const asLongAsACheck = async (secret: string): Promise<false> => {
  await derived(secret, Buffer.alloc(16), settings);
  return false;
};
