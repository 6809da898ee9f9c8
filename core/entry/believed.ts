import type { EntryKind, Saying } from './kinds';

/** An entry as far as deriving from it needs. */
type EntryFacts = {
  id: string;
  seq: number;
  happenedAt: string;
  /** When the server received it. */
  receivedAt: Date;
  machineId: string | null;
  pointId: string | null;
  taskIds: string[];
};

/** An entry as it stands in the log. */
export type LoggedEntry = EntryFacts & {
  kind: EntryKind;
  kindVersion: number;
  body: Record<string, unknown>;
  replacesId: string | null;
};

/**
 * What holds of an original entry after all its corrections; `correctedBy` names the newest one. Its body is that of its
 * kind in the version that it says: what is in the log was checked when it was written.
 */
export type BelievedEntry = EntryFacts & Exclude<Saying, { kind: 'correction' }> & { correctedBy: string | null };

/** Takes an entry's kind, version and body for what they were checked to be when the entry was written. */
export const asBelieved = <Entry extends EntryFacts>(
  entry: Entry & { kind: EntryKind; kindVersion: number; body: object; correctedBy: string | null },
): BelievedEntry & Omit<Entry, keyof BelievedEntry> =>
  entry as unknown as BelievedEntry & Omit<Entry, keyof BelievedEntry>;

/** More than this ahead of the server's clock is kept but marked (ms). */
export const clockSlackMs = 10 * 60_000;

/**
 * True when something is said to have happened later than clocks drift after it was said: kept, marked, and decides nothing.
 * Comparing with when it was received, not with now, what follows from the log does not depend on when it is asked.
 * @example isClockAhead(Date.parse('2026-01-01T08:11:00Z'), Date.parse('2026-01-01T08:00:00Z')) // true
 */
export const isClockAhead = (happenedAtMs: number, receivedAtMs: number): boolean =>
  happenedAtMs - receivedAtMs > clockSlackMs;

/** True where an entry, as it now holds, lies no further ahead than clocks drift of the receipt of whatever says so. */
export const decides = ({ happenedAt, receivedAt }: Pick<LoggedEntry, 'happenedAt' | 'receivedAt'>): boolean =>
  !isClockAhead(Date.parse(happenedAt), receivedAt.getTime());

/** What a correction puts in place of what it corrects. */
export type Replacement = {
  kindVersion: number;
  happenedAt: string;
  offsetMinutes: number;
  taskIds: string[];
  body: Record<string, unknown>;
};

/** The newest word on a corrected original: who says it, when it came, and what holds instead; null where it never happened. */
export type Correction = { by: string; receivedAt: Date; replacement: Replacement | null };
/** By original. */
export type Corrections = Map<string, Correction>;

/** What a correction's body puts in place of what it corrects; null where it voids it. The first version names no version. */
export const replacementOf = ({ replacement }: Record<string, unknown>): Replacement | null =>
  replacement ? { kindVersion: 1, ...(replacement as Omit<Replacement, 'kindVersion'>) } : null;

/** What one entry of kind correction says. */
export const correctionOf = ({
  id,
  body,
  receivedAt,
}: Pick<LoggedEntry, 'id' | 'body' | 'receivedAt'>): Correction => ({
  by: id,
  receivedAt,
  replacement: replacementOf(body),
});

/** The newest word on every corrected original; nothing is said after it was voided. @param corrections entries of kind correction, in any order */
export function newestCorrections(
  corrections: readonly Pick<LoggedEntry, 'id' | 'seq' | 'body' | 'receivedAt' | 'replacesId'>[],
): Corrections {
  const rootOf = new Map<string, string>();
  const newest: Corrections = new Map();
  for (const entry of [...corrections].sort((a, b) => a.seq - b.seq)) {
    if (entry.replacesId === null) continue;
    const root = rootOf.get(entry.replacesId) ?? entry.replacesId;
    rootOf.set(entry.id, root);
    if (newest.get(root)?.replacement !== null) newest.set(root, correctionOf(entry));
  }
  return newest;
}

/**
 * The log as it is to be believed: originals in order of `seq`, each with the body of its newest correction, voided
 * ones left out. The originals themselves are never touched.
 * @param entries originals and their corrections, in any order
 */
export function believedEntries(entries: readonly LoggedEntry[]): BelievedEntry[] {
  const corrections = newestCorrections(entries.filter(({ kind }) => kind === 'correction'));
  const originals = entries.filter(({ kind }) => kind !== 'correction').sort((a, b) => a.seq - b.seq);
  return originals.flatMap(({ replacesId: _, ...entry }) => {
    const correction = corrections.get(entry.id);
    if (!correction) return asBelieved({ ...entry, correctedBy: null });
    const { by, receivedAt, replacement } = correction;
    return replacement ? asBelieved({ ...entry, ...replacement, receivedAt, correctedBy: by }) : [];
  });
}
