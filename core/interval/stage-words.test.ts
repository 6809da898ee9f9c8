import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseStages, sameStages, shownStages, stageExample, stageWords } from './stage-words';

const stages = (text: string) => {
  const read = parseStages(text);
  if (!read.ok) throw new Error(read.reason);
  return read.stages;
};
const reason = (text: string) => {
  const read = parseStages(text);
  return read.ok ? undefined : read.reason;
};

describe('intervals as people write them', () => {
  it.each([
    ['monthly', [{ name: 'steady', days: 30 }]],
    ['every 500 h or 90 d', [{ name: 'steady', hours: 500, days: 90 }]],
    [
      stageExample,
      [
        { name: 'run-in', count: 1, hours: 300 },
        { name: 'steady', hours: 4000, days: 730 },
      ],
    ],
    [
      '7 x daily; then monthly',
      [
        { name: 'run-in', count: 7, days: 1 },
        { name: 'steady', days: 30 },
      ],
    ],
    [
      '1 × 8 h; 1 × 50 h; yearly',
      [
        { name: 'run-in 1', count: 1, hours: 8 },
        { name: 'run-in 2', count: 1, hours: 50 },
        { name: 'steady', days: 365 },
      ],
    ],
    ['2 000 cuts', [{ name: 'steady', cycles: 2000 }]],
    ['4,5 h', [{ name: 'steady', hours: 4.5 }]],
    ['500 h or 14 d standing', [{ name: 'steady', hours: 500, standstillDays: 14 }]],
    ['3 × 2 weeks', [{ name: 'run-in', count: 3, days: 14 }]],
  ])('%s', (text, read) => {
    expect(stages(text)).toEqual(read);
  });

  it.each([
    ['', 'Say how often'],
    ['often', '"often" is no interval'],
    ['0 h', 'is no interval'],
    ['monthly; then yearly', 'would go on for ever'],
    ['500 h or 600 h', 'same kind of limit twice'],
    ['0 × 5 h', 'none at all'],
    ['0.5 d', 'is no interval'],
  ])('%j is refused in words', (text, words) => {
    expect(reason(text)).toContain(words);
  });

  it('groups the whole part only, so that a computed interval can be read again', () => {
    expect(stageWords([{ name: 'steady', hours: 12_610.58166 }])).toBe('12 610.58166 h');
    expect(stages('12 610.58166 h')[0]!.hours).toBe(12_610.58166);
  });

  it('shows computed hours as a person would say them, and small ones to three figures', () => {
    expect(
      shownStages([
        { name: 'run-in', count: 1, hours: 7.1256 },
        { name: 'steady', hours: 6723.78, days: 365 },
      ]),
    ).toBe('1 × 7.13 h; then 6 724 h or yearly');
    expect(shownStages(stages(stageExample))).toBe(stageExample);
    expect(shownStages(stages('7 × 1 d; then 30 d or 50 h; '))).toBe('7 × daily; then 50 h or monthly');
    expect(
      shownStages(
        [
          { name: 'turn over', count: 1, cycles: 2000.4 },
          { name: 'replace', count: 1, cycles: 2000.4 },
        ],
        { isCyclic: true },
      ),
    ).toBe('1 × 2 000 cycles; then 1 × 2 000 cycles; and round again');
  });

  it('can be read again as shown, where nothing was rounded', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 800 }), fc.integer({ min: 1, max: 9000 }), (days, hours) => {
        const planned = [
          { name: 'run-in', count: 2, days },
          { name: 'steady', hours, days },
        ];
        expect(stages(shownStages(planned))).toEqual(planned);
      }),
    );
  });

  it('calls stages the same whatever they are called, and other where an hour differs', () => {
    expect(sameStages([{ name: 'steady', hours: 500 }], [{ name: 'weekly', hours: 500 }])).toBe(true);
    expect(sameStages([{ name: 'steady', hours: 500 }], [{ name: 'steady', hours: 500.01 }])).toBe(false);
  });

  it('says back what it read', () => {
    const limits = fc
      .record(
        {
          hours: fc.integer({ min: 1, max: 90_000 }),
          days: fc.integer({ min: 1, max: 3000 }),
          cycles: fc.integer({ min: 1, max: 9_000_000 }),
        },
        { requiredKeys: [] },
      )
      .filter((each) => Object.keys(each).length > 0);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 30 }), limits), { maxLength: 3 }),
        limits,
        (counted, last) => {
          const text = stageWords([
            ...counted.map(([count, each]) => ({ name: 'x', count, ...each })),
            { name: 'x', ...last },
          ]);
          expect(stageWords(stages(text))).toBe(text);
        },
      ),
    );
  });
});
