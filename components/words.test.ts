import { describe, expect, it } from 'vitest';
import { entryWords } from './entry-words';
import { amount, clock, counted, day, dayAndClock, measured, number, paceWords, quantityOf, taskAmount } from './words';

describe('numbers and dates as written', () => {
  it('groups thousands by a narrow space and keeps the digits that matter', () => {
    expect(number(20782.74)).toBe('20\u202f782.7');
    expect(number(-1000, 0)).toBe('−1\u202f000');
    expect([0, 0.1234, 1.239, 20.15, 216.3, 9649.4].map(measured)).toEqual([
      '0',
      '0.123',
      '1.24',
      '20.2',
      '216',
      '9\u202f649',
    ]);
  });

  it('writes days and clock as the plant has them', () => {
    expect(day('2026-09-05')).toBe('5 Sep 2026');
    expect(clock('2026-03-29T01:30:00Z', 'Europe/Vienna')).toBe('03:30');
    expect(clock('2026-03-29T00:30:00Z', 'Europe/Vienna')).toBe('01:30');
    expect(dayAndClock('2026-12-31T23:05:59Z', 'Europe/Vienna')).toBe('1 Jan 2027, 00:05');
    expect(dayAndClock(new Date('2026-07-01T03:00:00Z'), 'America/New_York')).toBe('30 Jun 2026, 23:00');
  });

  it('words amounts by their kind', () => {
    expect([
      amount('grams', 20.15),
      amount('to-mark', null),
      amount('film', null),
      amount('litres', null),
      amount('purge', 40),
      amount('drops', 40),
      amount('passes', 1),
      amount('strokes', 1.5),
    ]).toEqual([
      '20.2 g',
      'to the mark',
      'a film',
      'amount not set',
      'purge, at most 40 g',
      '40 drops',
      '1 pass',
      '1.5 strokes',
    ]);
    expect([counted(1, 'stroke'), counted(2, 'entry', 'entries')]).toEqual(['1 stroke', '2 entries']);
  });

  it('words every kind of entry without naming an identifier', () => {
    const names = {
      people: { P: 'HB' },
      lubricants: { L: 'G-22' },
      meters: { M: { name: 'Hour meter', unit: 'hours' } },
    };
    expect(entryWords('grease', { lubricantId: 'L', massG: 20.4, strokes: 17 }, names)).toBe(
      '20.4 g (17 strokes) of G-22',
    );
    expect(entryWords('top-up', { lubricantId: 'L', amountKind: 'litres', amount: 0 }, names)).toBe(
      'level in order, nothing needed',
    );
    expect(entryWords('reading', { meterId: 'M', value: 1234.5 }, names)).toBe('Hour meter shows 1\u202f234.5 h');
    expect(entryWords('finding', { what: 'milky', urgency: 'plan', text: 'cloudy' }, names)).toBe(
      'oil milky (plan) — cloudy',
    );
    expect(
      entryWords('override', { field: 'interval', value: 350, unit: 'h', computed: 6724, reason: 'water' }, names),
    ).toBe('interval 350 h instead of 6\u202f724 h: water');
    expect(entryWords('follow-up', { does: 'take', findingId: 'F', ownerId: 'P', byOn: '2026-12-03' }, names)).toBe(
      'followed up by HB until 3 Dec 2026',
    );
    expect(
      entryWords('follow-up', { does: 'close', findingId: 'F', cause: 'worn lip seal', answeredBy: 'E' }, names),
    ).toBe('closed, it came from: worn lip seal');
    expect(entryWords('correction', { void: true, reason: 'twice' }, names)).toBe('voided: twice');
  });
});

describe('what an entry says', () => {
  const names = { people: {}, lubricants: { L: 'O-220' }, meters: { C: { name: 'Stroke counter', unit: 'cycles' } } };

  it.each([
    ['grease', { lubricantId: 'L', massG: 6, note: 'old grease hard' }, '6 g of O-220 — old grease hard'],
    ['oil-change', { lubricantId: 'L', volumeL: 3.2, drainedL: 3 }, '3.2 L of O-220 in, 3 L out'],
    ['oil-change', { lubricantId: 'gone', volumeL: 3.2 }, '3.2 L of unknown lubricant in'],
    ['top-up', { lubricantId: 'L', amountKind: 'litres', amount: 0.25 }, '0.25 L of O-220'],
    ['top-up', { lubricantId: 'L', amountKind: 'to-mark' }, 'to the mark of O-220'],
    ['check', { result: 'in-order' }, 'in order'],
    ['check', { result: 'off', note: 'low' }, 'not in order — low'],
    ['reading', { meterId: 'C', value: 120_000 }, 'Stroke counter shows 120\u202f000 cycles'],
    ['reading', { meterId: 'gone', value: 7 }, 'Meter shows 7 '],
    ['meter-change', { oldValue: 20_782, newValue: 0 }, 'old dial 20\u202f782, new dial 0'],
    ['finding', { what: 'leak', urgency: 'act-now' }, 'leak (act now)'],
    ['skip', { reason: 'machine-running' }, 'machine is running'],
    ['skip', { reason: 'other', text: 'scaffold in the way' }, 'other — scaffold in the way'],
    ['note', { text: 'Door code changed.' }, 'Door code changed.'],
    ['commissioning', { basis: 'done-on', on: '2026-09-05' }, 'last done on a known day: 5 Sep 2026'],
    ['commissioning', { basis: 'at-hours', hours: 1200 }, 'last done at a known meter value: 1\u202f200'],
    [
      'override',
      { field: 'amount', value: null, unit: 'g', computed: 20, reason: 'plan was right' },
      'amount back to the plan: plan was right',
    ],
    [
      'override',
      { field: 'amount', value: 12, unit: 'g', computed: null, reason: 'small cavity' },
      'amount 12 g: small cavity',
    ],
    [
      'hand-over',
      { scope: 'round', done: 8, skipped: 1, left: 0, text: 'pump noisy' },
      '8 done, 1 skipped, 0 left — pump noisy',
    ],
    ['correction', { reason: 'wrong can', replacement: {} }, 'put right: wrong can'],
  ] as const)('%s %j', (kind, body, words) => {
    expect(entryWords(kind, body, names)).toBe(words);
  });
});

describe('quantities of the store room', () => {
  it.each([
    [250, 'g', '250 g'],
    [999.4, 'g', '999 g'],
    [1000, 'g', '1 kg'],
    [18_000, 'g', '18 kg'],
    [0.05, 'L', '50 mL'],
    [0, 'L', '0 L'],
    [0.1, 'L', '0.1 L'],
    [208, 'L', '208 L'],
  ] as const)('%f %s is written %s', (value, unit, words) => {
    expect(quantityOf(value, unit)).toBe(words);
  });

  it('a mere look has no amount', () => {
    expect(taskAmount('check', 'to-mark', null)).toBe('look');
    expect(taskAmount('top-up', 'to-mark', null)).toBe('to the mark');
    expect(taskAmount('grease', 'grams', 20)).toBe('20 g');
  });

  it('says how a machine runs, and nothing where nobody knows', () => {
    const rate = { low: 8, mid: 13.84, high: 16, readings: 5 };
    expect(paceWords({ ...rate, confidence: 'good' })).toBe('Runs about 13.8 a day (8 to 16; confidence good).');
    expect(paceWords({ ...rate, confidence: 'none' })).toBe('');
  });
});
