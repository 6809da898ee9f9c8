import { describe, expect, it } from 'vitest';
import { type LevelFacts, levelWords, litresPerMm } from './level-words';

const nothing: LevelFacts = {
  fillMark: '',
  fillMarkState: null,
  checkMark: '',
  checkMarkState: null,
  posture: '',
  settleMinutes: null,
  capacityL: null,
  levelMarks: [],
  vent: '',
  drain: '',
};

describe('how a level is read', () => {
  it('is said sentence by sentence, as far as it is known', () => {
    expect(levelWords(nothing)).toEqual([]);
    expect(
      levelWords({
        ...nothing,
        fillMark: 'upper line',
        fillMarkState: 'stopped-powered',
        checkMark: 'middle of the glass',
        checkMarkState: 'any',
        posture: 'ram retracted',
        settleMinutes: 10,
        capacityL: 420,
        levelMarks: [
          { levelMm: 120, volumeL: 400 },
          { levelMm: 40, volumeL: 240 },
        ],
        vent: 'upper plug',
      }),
    ).toEqual([
      'Check at the middle of the glass.',
      'Fill to the upper line, stopped, power on.',
      'Posture: ram retracted.',
      'Wait 10 min before reading.',
      'Vent at: upper plug.',
      'It holds 420 L in all.',
      'A millimetre is about 2 L.',
    ]);
  });

  it('knows litres by the millimetre only from two marks', () => {
    expect(litresPerMm([{ levelMm: 5, volumeL: 1 }])).toBeUndefined();
    expect(
      litresPerMm([
        { levelMm: 5, volumeL: 1 },
        { levelMm: 5, volumeL: 2 },
      ]),
    ).toBeUndefined();
    expect(
      litresPerMm([
        { levelMm: 0, volumeL: 1 },
        { levelMm: 10, volumeL: 6 },
      ]),
    ).toBe(0.5);
  });
});
