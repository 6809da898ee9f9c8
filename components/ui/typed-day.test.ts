import { describe, expect, test } from 'vitest';
import { typedDay, typedTime } from './typed-day';

const today = '2026-11-26';

describe('a typed day', () => {
  test.each([
    ['24 Nov 2026', '2026-11-24'],
    ['4 Nov 26', '2026-11-04'],
    ['24 november 2025', '2025-11-24'],
    [' 24  nov ', '2026-11-24'],
    ['24.11.2026', '2026-11-24'],
    ['3.2.26', '2026-02-03'],
    ['3.2.', '2026-02-03'],
    ['24/11/2026', '2026-11-24'],
    ['2/1', '2026-01-02'],
    ['2026-11-24', '2026-11-24'],
    ['29 Feb 2024', '2024-02-29'],
    ['31 Dec 1987', '1987-12-31'],
  ])('%s is %s', (typed, day) => {
    expect(typedDay(typed, today)).toBe(day);
  });

  test.each([
    '',
    'soon',
    '31 Feb 2026',
    '29 Feb 2026',
    '13/13/2026',
    '24 Nov 2026 at noon',
    '2026',
    '24',
    '0 Nov 2026',
  ])('%s is none', (typed) => {
    expect(typedDay(typed, today)).toBeUndefined();
  });
});

describe('a typed time', () => {
  test.each([
    ['07:45', '07:45'],
    ['7:45', '07:45'],
    ['745', '07:45'],
    ['1845', '18:45'],
    ['18.05', '18:05'],
    ['18h05', '18:05'],
    ['6', '06:00'],
    ['0:00', '00:00'],
  ])('%s is %s', (typed, time) => {
    expect(typedTime(typed)).toBe(time);
  });

  test.each(['', '24:00', '7:60', '7:5', '12345', 'noon', '-1', '7:45 pm'])('%s is none', (typed) => {
    expect(typedTime(typed)).toBeUndefined();
  });
});
