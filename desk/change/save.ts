import { OptimisticLockError, UniqueConstraintError } from 'sequelize';
import { type Refusal, refusal } from '../desk';

const editedMeanwhile = refusal(
  'edited-meanwhile',
  'Someone else has changed this meanwhile. What you typed is kept: open the page anew beside it, compare, and save again.',
);

/** Refuses a save that began from an older version than the one stored. */
export const checkVersion = (stored: { version: number }, seen: number): Refusal | undefined =>
  stored.version === seen ? undefined : editedMeanwhile;

/**
 * Runs a save and turns what the database refuses into words.
 * @param taken per unique column, what to say when its value is taken
 */
export async function saving<Value>(
  work: () => Promise<Value>,
  taken: Record<string, string> = {},
): Promise<Value | Refusal> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof OptimisticLockError) return editedMeanwhile;
    if (error instanceof UniqueConstraintError) {
      const [field, words] = Object.entries(taken)[0] ?? ['', 'This is in use already.'];
      return refusal('conflict', words, field ? { [field]: words } : undefined);
    }
    throw error;
  }
}
