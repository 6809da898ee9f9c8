// A log that grows to a limit and then begins anew beside its predecessor, and that never stops anybody: on a full disk its
// lines are lost, and the next one that finds room says how many.
import { appendFileSync, renameSync, statSync } from 'node:fs';

const largestBytes = 5_000_000;

/**
 * @param {string} file
 * @param {number} [limit] bytes after which it begins anew
 * @returns {{ write(chunk: string | Uint8Array): void }}
 */
export function openLog(file, limit = largestBytes) {
  let size = 0;
  let lost = 0;
  try {
    size = statSync(file).size;
  } catch {
    /* not there yet */
  }
  return {
    write(chunk) {
      try {
        if (size > limit) {
          renameSync(file, `${file}.1`);
          size = 0;
        }
        const before = lost > 0 ? `[${lost} pieces of this log were lost: there was no room]\n` : '';
        appendFileSync(file, before + chunk.toString());
        lost = 0;
        size += before.length + chunk.length;
      } catch {
        lost += 1;
      }
    },
  };
}
