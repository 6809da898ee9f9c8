/** Counts what comes from each address. */
export type Limiter = {
  /** Counts one request. @returns how long this address has to wait (ms); 0 where it may come in */
  take(address: string, nowMs: number): number;
};

/** So many addresses are remembered; the one not heard of for longest is forgotten first. */
const remembered = 10_000;

/**
 * A plant may sit behind one address, and a device that comes back sends its whole backlog: each address may send a minute's
 * worth at once, and as much again in every minute.
 * @param perMinute requests; 0 lets everything in
 */
export function limiter(perMinute: number): Limiter {
  const perMs = perMinute / 60_000;
  const buckets = new Map<string, { left: number; atMs: number }>();
  return {
    take(address, nowMs) {
      if (perMinute === 0) return 0;
      const bucket = buckets.get(address) ?? { left: perMinute, atMs: nowMs };
      const left = Math.min(perMinute, bucket.left + (nowMs - bucket.atMs) * perMs);
      buckets.delete(address);
      if (buckets.size >= remembered) buckets.delete(buckets.keys().next().value!);
      // Who goes on knocking is kept waiting, but not for longer than a minute.
      buckets.set(address, { left: Math.max(-perMinute, left - 1), atMs: nowMs });
      return left >= 1 ? 0 : (1 - left) / perMs;
    },
  };
}
