import { describe, expect, it } from 'vitest';
import { oilForChange } from './oil-for-change';

describe('oil for a change', () => {
  it.each([
    [{ inStoreL: 40, fillL: 12, flushL: 6 }, 'In the store: 40 L of CLP-220. The filling takes 12 L, a flush 6 L.'],
    [{ inStoreL: 18, fillL: 12, flushL: 6 }, 'In the store: 18 L of CLP-220. The filling takes 12 L, a flush 6 L.'],
    [
      { inStoreL: 15, fillL: 12, flushL: 6 },
      'In the store: 15 L of CLP-220. The filling takes 12 L, a flush 6 L. Not enough for both.',
    ],
    [
      { inStoreL: 5, fillL: 12, flushL: 6 },
      'In the store: 5 L of CLP-220. The filling takes 12 L, a flush 6 L. Not enough.',
    ],
    [
      { inStoreL: 0, fillL: 12.04, flushL: 0 },
      'The store room knows of no CLP-220. The filling takes 12 L. Not enough.',
    ],
    [{ inStoreL: 40, fillL: null, flushL: 6 }, 'In the store: 40 L of CLP-220. A flush takes 6 L.'],
    [{ inStoreL: 40, fillL: null, flushL: 0 }, 'In the store: 40 L of CLP-220.'],
  ])('%j: %s', (given, words) => expect(oilForChange({ code: 'CLP-220', ...given })).toBe(words));
});
