import { describe, expect, it } from 'vitest';
import { capacityForm, clockMinutes, clockText, plannedMinutes, plannedUntil, usualShifts } from './shifts';
import { numbersOf, tradeNumberNames, tradeNumbers } from './trade-numbers';

const numbers = Object.fromEntries(tradeNumberNames.map((name) => [name, '']));
const shift = { name: 'Day', from: '6', to: '14:00', people: '2', breaks: '12:00-12:15, 9:30–10' };
const typed = (change: object) => capacityForm.safeParse({ shifts: [{ ...shift, ...change }], numbers });
const problem = (change: object) => typed(change).error?.issues.map(({ path, message }) => [path.join('.'), message]);

describe('shifts', () => {
  it('plans its share of what is worked, and lets breaks pass', () => {
    const [early] = usualShifts;
    expect(plannedMinutes(early!, 70)).toBeCloseTo(315);
    expect(plannedUntil(early!, 70)).toBeCloseTo(360 + 315 + 30);
    // All of it is planned: to its very end. A break that has not come yet is not let pass.
    expect(plannedUntil(early!, 100)).toBe(840);
    expect(plannedUntil(early!, 10)).toBe(405);
  });

  it.each([
    ['6', 360],
    ['06:30', 390],
    ['14.05', 845],
    ['24', 1440],
    ['24:10', undefined],
    ['6:75', undefined],
    ['soon', undefined],
  ])('reads %s on the clock', (text, minutes) => expect(clockMinutes(text)).toBe(minutes));

  it('writes the clock of whichever day', () =>
    expect([clockText(1800), clockText(405.2)]).toEqual(['06:00', '06:45']));

  it('takes shifts as typed, breaks in order', () => {
    expect(typed({}).data?.shifts).toEqual([
      {
        name: 'Day',
        from: 360,
        to: 840,
        people: 2,
        breaks: [
          { from: 570, to: 600 },
          { from: 720, to: 735 },
        ],
      },
    ]);
  });

  it('lets a shift and its break go over midnight', () => {
    expect(typed({ from: '22:00', to: '6:00', breaks: '23:50-00:20, 3-3:15' }).data?.shifts[0]).toMatchObject({
      from: 1320,
      to: 1800,
      breaks: [
        { from: 1430, to: 1460 },
        { from: 1620, to: 1635 },
      ],
    });
  });

  it('says what cannot be', () => {
    expect(problem({ from: 'noon' })).toEqual([['shifts.0.from', 'From: a time such as 06:00.']]);
    expect(problem({ people: '0' })).toEqual([['shifts.0.people', 'People: a whole number from 1 to 99.']]);
    expect(problem({ breaks: '9 to 10' })?.[0]?.[0]).toBe('shifts.0.breaks');
    expect(problem({ breaks: '13:30-14:30' })?.[0]?.[1]).toContain('13:30-14:30 is not within the shift');
    expect(problem({ breaks: '9-10, 9:30-11' })?.[0]?.[1]).toContain('begins in another break');
    const twice = capacityForm.safeParse({ shifts: [shift, { ...shift, name: 'day' }], numbers });
    expect(twice.error?.issues[0]?.path).toEqual(['shifts', 1, 'name']);
  });
});

describe('numbers of the trade', () => {
  it('are the usual ones where the plant says nothing', () => {
    expect(numbersOf({ lockOutMin: 15 })).toMatchObject({ lockOutMin: 15, metresPerMin: 50 });
    expect(numbersOf({ settingOutMin: 0 }).settingOutMin).toBe(0);
  });

  it('lie within their own bounds', () => {
    for (const { usual, min, max, mark, source } of Object.values(tradeNumbers)) {
      expect(usual >= min && usual <= max).toBe(true);
      expect(mark).toMatch(/^[HML] [SBC]$/);
      expect(source).not.toBe('');
    }
    const far = capacityForm.safeParse({ shifts: [], numbers: { ...numbers, panTimes: '9' } });
    expect(far.error?.issues[0]?.path).toEqual(['numbers', 'panTimes']);
  });
});
