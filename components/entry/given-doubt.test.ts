import { describe, expect, it } from 'vitest';
import { givenDoubt } from './given-doubt';

const room = { dose: null, holdsL: null, holdsG: null };

describe('what is said to have gone in', () => {
  it.each([
    [
      'an oil change over its fill',
      { kind: 'oil-change', amount: 3.4, unit: 'L' },
      { ...room, dose: 3 },
      'than it holds (3 L)',
    ],
    ['an oil change over the reservoir', { kind: 'oil-change', amount: 9, unit: 'L' }, { ...room, holdsL: 8 }, '(8 L)'],
    ['more out than in', { kind: 'oil-change', amount: 3, unit: 'L', drainedL: 4 }, { ...room, dose: 3 }, 'came out'],
    ['a top-up over the whole reservoir', { kind: 'top-up', amount: 4, unit: 'L' }, { ...room, holdsL: 3 }, '(3 L)'],
    [
      'more grease than a device holds',
      { kind: 'grease', amount: 130, unit: 'g' },
      { ...room, holdsG: 125 },
      '(125 g)',
    ],
    ['four doses', { kind: 'grease', amount: 41, unit: 'strokes' }, { ...room, dose: 10 }, 'more than 3 doses'],
  ])('is doubted: %s', (_, given, of, words) => {
    expect(givenDoubt(given, of)).toContain(words);
  });

  it.each([
    ['an oil change as planned', { kind: 'oil-change', amount: 3.2, unit: 'L', drainedL: 3 }, { ...room, dose: 3 }],
    ['nothing drained, as into an empty unit', { kind: 'oil-change', amount: 3, unit: 'L' }, room],
    ['a top-up that fits', { kind: 'top-up', amount: 3, unit: 'L' }, { ...room, holdsL: 3, dose: 0.1 }],
    ['three doses', { kind: 'grease', amount: 30, unit: 'g' }, { ...room, dose: 10, holdsG: 125 }],
    ['where nobody has said what it holds', { kind: 'grease', amount: 900, unit: 'g' }, room],
  ])('is believed: %s', (_, given, of) => {
    expect(givenDoubt(given, of)).toBeNull();
  });
});
