import type { EntryKind } from './kinds';

/** An entry as it stands in the log, as far as deriving from it needs. */
export type LoggedEntry = {
  id: string;
  seq: number;
  kind: EntryKind;
  body: Record<string, unknown>;
  happenedAt: string;
  /** When the server received it. */
  receivedAt: Date;
  machineId: string | null;
  pointId: string | null;
  taskIds: string[];
  replacesId: string | null;
};

/** More than this ahead of the server's clock is kept but marked (ms). */
const clockSlackMs = 10 * 60_000;

/**
 * True when something is said to have happened later than clocks drift after it was said: kept, marked, and decides nothing.
 * Comparing with when it was received, not with now, what follows from the log does not depend on when it is asked.
 */
export const isClockAhead = (happenedAtMs: number, receivedAtMs: number): boolean =>
  happenedAtMs - receivedAtMs > clockSlackMs;

/** What holds of an original entry after all its corrections; `correctedBy` names the newest one. */
export type EffectiveEntry<Entry extends LoggedEntry = LoggedEntry> = Entry & { correctedBy: string | null };

/** True where an entry, as it now holds, lies no further ahead than clocks drift of the receipt of whatever says so. */
export const decides = ({ happenedAt, receivedAt }: Pick<LoggedEntry, 'happenedAt' | 'receivedAt'>): boolean =>
  !isClockAhead(Date.parse(happenedAt), receivedAt.getTime());

type Replacement = { happenedAt: string; taskIds: string[]; body: Record<string, unknown> };
/** By original: what its newest correction says, null where it voids it, that correction's id and when it came. */
export type Corrections = Map<string, { by: string; receivedAt: Date; replacement: Replacement | null }>;

/** The newest word on every corrected original. @param corrections entries of kind correction, in any order */
export function newestCorrections(corrections: readonly LoggedEntry[]): Corrections {
  const rootOf = new Map<string, string>();
  const newest: Corrections = new Map();
  for (const { id, replacesId, body, receivedAt } of [...corrections].sort((a, b) => a.seq - b.seq)) {
    if (replacesId === null) continue;
    const root = rootOf.get(replacesId) ?? replacesId;
    rootOf.set(id, root);
    if (newest.get(root)?.replacement !== null)
      newest.set(root, { by: id, receivedAt, replacement: (body.replacement as Replacement | undefined) ?? null });
  }
  return newest;
}

/** An original as it holds after its corrections; undefined where it was voided. */
export function corrected<Entry extends LoggedEntry>(
  entry: Entry,
  corrections: Corrections,
): EffectiveEntry<Entry> | undefined {
  const correction = corrections.get(entry.id);
  if (!correction) return { ...entry, correctedBy: null };
  const { by, receivedAt, replacement } = correction;
  return replacement ? { ...entry, ...replacement, receivedAt, correctedBy: by } : undefined;
}

/**
 * The log as it is to be believed: originals in order of `seq`, each with the body of its newest correction, voided
 * ones left out. The originals themselves are never touched.
 * @param entries originals and their corrections, in any order
 */
export function effectiveEntries<Entry extends LoggedEntry>(entries: readonly Entry[]): EffectiveEntry<Entry>[] {
  const corrections = newestCorrections(entries.filter(({ kind }) => kind === 'correction'));
  const originals = entries.filter(({ kind }) => kind !== 'correction').sort((a, b) => a.seq - b.seq);
  return originals.flatMap((entry) => corrected(entry, corrections) ?? []);
}
