import { describe, expect, it } from 'vitest';
import { keptDays, keptTable } from './kept';

describe('how long what is kept', () => {
  it('is said as it is done', () => {
    const until = (what: RegExp) => keptTable.find((row) => what.test(row.what))!.until;
    expect(until(/^Sessions/)).toContain(String(keptDays.session));
    expect(until(/^Wrong passwords/)).toContain(String(keptDays.failure));
  });

  it('says of everything how it goes', () => {
    for (const { what, until, how } of keptTable)
      expect([what, until, how].every((words) => words.length > 3)).toBe(true);
    expect(new Set(keptTable.map(({ what }) => what)).size).toBe(keptTable.length);
  });
});
