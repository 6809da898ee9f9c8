import type { EntryKind } from './kinds';

/** An entry as it stands in the log, as far as deriving from it needs. */
export type LoggedEntry = {
  id: string;
  seq: number;
  kind: EntryKind;
  body: Record<string, unknown>;
  happenedAt: string;
  machineId: string | null;
  pointId: string | null;
  taskIds: string[];
  replacesId: string | null;
};

/** What holds of an original entry after all its corrections; `correctedBy` names the newest one. */
export type EffectiveEntry<Entry extends LoggedEntry = LoggedEntry> = Entry & { correctedBy: string | null };

/**
 * The log as it is to be believed: originals in order of `seq`, each with the body of its newest correction, voided
 * ones left out. The originals themselves are never touched.
 * @param entries originals and their corrections, in any order
 */
export function effectiveEntries<Entry extends LoggedEntry>(entries: readonly Entry[]): EffectiveEntry<Entry>[] {
  const inOrder = [...entries].sort((a, b) => a.seq - b.seq);
  const rootOf = new Map<string, string>();
  const current = new Map<string, EffectiveEntry<Entry> | null>();
  for (const entry of inOrder) {
    if (entry.kind !== 'correction' || entry.replacesId === null) {
      if (entry.kind !== 'correction') current.set(entry.id, { ...entry, correctedBy: null });
      continue;
    }
    const root = rootOf.get(entry.replacesId) ?? entry.replacesId;
    rootOf.set(entry.id, root);
    const before = current.get(root);
    if (!before) continue;
    const replacement = entry.body.replacement as { happenedAt: string; taskIds: string[]; body: Record<string, unknown> } | undefined;
    current.set(root, replacement ? { ...before, happenedAt: replacement.happenedAt, taskIds: replacement.taskIds, body: replacement.body, correctedBy: entry.id } : null);
  }
  return [...current.values()].filter((entry) => entry !== null);
}
