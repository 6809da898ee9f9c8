import type { Database } from '../desk';

/** Whether any of some entries was written by another person; a machine's word is nobody's. */
export async function isOfOthers(db: Database, ids: readonly string[], personId: string): Promise<boolean> {
  if (ids.length === 0) return false;
  const found = await db.select(
    "SELECT entry.id FROM entry JOIN person ON person.id = entry.personId WHERE entry.id IN (:ids) AND entry.personId <> :personId AND person.role <> 'device' LIMIT 1",
    { ids: [...ids], personId },
  );
  return found.length > 0;
}
