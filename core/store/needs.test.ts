import { describe, expect, it } from 'vitest';
import type { JudgedLubricant } from '../assign/judge';
import { deviceFacts } from '../dosing/devices';
import { closedReason, greasePlan } from '../grease/plan';
import { possibleMergers } from '../assign/consolidation';
import { matchType } from './match';
import { timesPerYear, yearlyNeed } from './needs';

const task = {
  amountKind: 'grams' as const,
  amount: 20,
  gramsPerStroke: 1.2,
  gramsPerPiece: null,
  litresByLog: null,
};
const stages = [{ name: 'steady', hours: 1460 }];

describe('what a plan uses', () => {
  it('goes by the limit that comes first', () => {
    expect(
      timesPerYear(
        [
          { name: 'run-in', count: 1, hours: 10 },
          { name: 'steady', hours: 1460 },
        ],
        16,
      ),
    ).toBeCloseTo(4, 9);
    expect(timesPerYear([{ name: 'steady', hours: 1460, days: 36.5 }], 16)).toBeCloseTo(10, 9);
    expect(timesPerYear([], 16)).toBe(0);
  });

  it.each([
    [{}, 80, 'g', 'plan'],
    [{ amountKind: 'strokes', amount: 10 }, 48, 'g', 'plan'],
    [{ amountKind: 'litres', amount: 3 }, 12, 'L', 'plan'],
    [{ amountKind: 'drops', amount: 25 }, 0.004, 'L', 'plan'],
    [{ amountKind: 'to-mark', amount: null, litresByLog: 0.5 }, 2, 'L', 'log'],
    [{ amountKind: 'to-mark', amount: null }, 0, null, 'unknown'],
    [{ amountKind: 'film', amount: null }, 0, null, 'unknown'],
    [{ amountKind: 'strokes', amount: 10, gramsPerStroke: null }, 0, null, 'unknown'],
    [{ amountKind: 'pieces', amount: 2, gramsPerPiece: 108 }, 864, 'g', 'plan'],
    [{ amountKind: 'pieces', amount: 2 }, 0, null, 'unknown'],
  ] as const)('%j is %f %s by %s', (change, perYear, unit, by) => {
    const need = yearlyNeed({ ...task, ...change }, stages, 16);
    expect(need).toMatchObject({ unit, by });
    expect(need.perYear).toBeCloseTo(perYear, 9);
  });
});

const oil = (change: Partial<JudgedLubricant>): JudgedLubricant => ({
  id: String(change.code),
  code: 'X',
  name: '',
  kind: 'gear-ep',
  isoVg: 220,
  kv40: null,
  kv100: null,
  nlgi: null,
  thickener: null,
  baseOil: 'mineral',
  additives: [],
  pourPointC: null,
  lowerC: null,
  upperC: 100,
  ...change,
});

describe('lubricants that could be one', () => {
  it('are alike in kind and base and a grade apart at most; the more used is kept', () => {
    expect(
      possibleMergers([oil({ code: 'A' }), oil({ code: 'B', isoVg: 320, upperC: 120 })], new Map([['B', 5]])),
    ).toMatchObject([{ keep: 'B', giveUp: 'A', lost: [expect.stringContaining('VG 220')] }]);
  });

  it.each([
    [{ isoVg: 460 }],
    [{ baseOil: 'pag' }],
    [{ kind: 'gear' }],
    [{ additives: ['ep-active'] }],
    [{ thickener: 'lithium' }],
  ] as const)('not with %j', (change) => {
    expect(
      possibleMergers([oil({ code: 'A' }), oil({ code: 'B', ...(change as Partial<JudgedLubricant>) })], new Map()),
    ).toEqual([]);
  });
});

describe('greases that could be one', () => {
  const soft = (code: string, change: Partial<JudgedLubricant>) =>
    oil({ code, kind: 'grease', isoVg: 150, thickener: 'lithium', nlgi: '1', ...change });

  it.each([['000'], ['00'], ['3']])('not NLGI %s and 1: they lie more than a number apart', (nlgi) => {
    expect(possibleMergers([soft('A', {}), soft('B', { nlgi })], new Map())).toEqual([]);
  });

  it('a number apart they could be, and the lost number is named', () => {
    expect(possibleMergers([soft('A', {}), soft('B', { nlgi: '0' })], new Map())).toMatchObject([
      { lost: ['NLGI 0.'] },
    ]);
  });

  it('says which temperatures and additives would be lost, or that nothing is', () => {
    const [merger] = possibleMergers(
      [soft('A', { upperC: 120, lowerC: -20 }), soft('B', { upperC: 140, lowerC: -30, additives: ['tackifier'] })],
      new Map(),
    );
    expect(merger!.lost).toEqual([
      'Use up to 140 °C; A ends at 120 °C.',
      'Use down to −30 °C; A ends at −20 °C.',
      expect.stringMatching(/^\w/),
    ]);
    expect(possibleMergers([soft('A', {}), soft('B', {})], new Map())[0]).toMatchObject({
      reasons: [expect.stringContaining('Same kind'), 'Both VG 150.', 'Both NLGI 1.'],
      lost: [expect.stringContaining('Nothing that the book knows of')],
    });
  });
});

describe('what a plate finds in the store room', () => {
  const rows = [
    oil({ code: 'O-220' }),
    oil({ code: 'O-220 PG', baseOil: 'pag' }),
    oil({ code: 'O-460 PG', kind: 'gear', baseOil: 'pag', isoVg: 460 }),
    oil({ code: 'O-680', kind: 'gear-compounded', isoVg: 680 }),
    oil({ code: 'O-460', kind: 'gear', isoVg: 460 }),
    oil({ code: 'E', kind: 'engine', isoVg: 220 }),
    oil({ code: 'G', kind: 'grease', nlgi: '2', isoVg: 220 }),
  ];
  const codes = (wanted: Partial<Parameters<typeof matchType>[1]>) =>
    matchType(rows, { type: null, base: null, isoVg: null, nlgi: null, ...wanted }).map(
      ({ lubricant }) => lubricant.code,
    );

  it('is of the type first, then by the grade', () => {
    expect(codes({ type: 'gear-compounded', isoVg: 680 })).toEqual(['O-680', 'O-460', 'O-460 PG']);
    expect(codes({ type: 'gear-ep', isoVg: 320 })).toEqual(['O-220', 'O-220 PG']);
    expect(codes({ type: 'gear-ep', isoVg: 680 })).toEqual([]);
    expect(codes({ type: 'grease', nlgi: '2' })).toEqual(['G']);
  });

  it('without a word about the type offers oils only, and no engine oil', () => {
    expect(codes({ isoVg: 220 })).toEqual(['O-220', 'O-220 PG']);
    expect(codes({})).toEqual([]);
  });

  it('is of the base oil that the plate names', () => {
    expect(codes({ type: 'gear-ep', base: 'pag', isoVg: 220 })).toEqual(['O-220 PG']);
    expect(codes({ type: 'gear-ep', base: 'pag', isoVg: 460 })).toEqual(['O-460 PG']);
    expect(codes({ type: 'gear-ep', isoVg: 460 })).toEqual([]);
    expect(codes({ type: 'gear-ep', base: 'pao', isoVg: 220 })).toEqual([]);
    expect(codes({ type: 'gear-ep', isoVg: 220 })).toEqual(['O-220', 'O-220 PG']);
  });

  it('is all of a kind where the plate names no grade, none of it said to fit', () => {
    const found = matchType(rows, { type: 'gear-compounded', base: null, isoVg: null, nlgi: null });
    expect(found.map(({ lubricant, fits }) => [lubricant.code, fits])).toEqual([
      ['O-680', false],
      ['O-460', false],
      ['O-460 PG', false],
    ]);
  });

  it('is a grease between two numbers for either of them, behind the one that fits', () => {
    expect(codes({ type: 'grease', nlgi: '1-2' })).toEqual(['G']);
    expect(codes({ type: 'grease', nlgi: '1' })).toEqual([]);
  });
});

describe('grease by school', () => {
  const details = {
    bearingKind: 'ball',
    boreMm: 60,
    outsideDiameterMm: 130,
    widthMm: 31,
    speedRpm: 1500,
    temperatureC: 60,
    contamination: 'light-non-abrasive',
    moisture: 'dry',
    vibrationMmS: 1,
    position: 'horizontal',
    feed: 'side',
    sealing: 'open',
  };
  const plan = (change: object) =>
    greasePlan({ ...details, ...change }, { greaseSchool: 'fixed', temperatureRule: 'steps' }, null);
  const grams = (proposed: ReturnType<typeof plan>['amount']) =>
    proposed.ok ? Number(proposed.value.toFixed(2)) : NaN;

  it.each([
    [{}, 'fixed', 20.15],
    [{ greaseSchool: 'by-interval' }, 'by-interval', 16.12],
    [{ greaseSchool: 'purge' }, 'purge', 60.45],
    [{ greaseSchool: 'purge', purgeMaxG: 45 }, 'purge', 45],
    [{ feed: 'centre' }, 'fixed', 8.06],
    [{ greaseSchool: 'purge', sealing: 'lip' }, 'fixed', 20.15],
  ] as const)('%j: %s, %f g', (change, school, massG) => {
    expect(plan(change).school).toBe(school);
    expect(grams(plan(change).amount)).toBe(massG);
  });

  it('shows the other school and the other temperature rule', () => {
    expect(plan({}).others.map(({ school, amount }) => [school, grams(amount)])).toEqual([['by-interval', 16.12]]);
    expect(plan({ temperatureC: 85 }).otherInterval.rule).toBe('halving');
  });

  it('a bearing closed on both sides never gets a grease task', () => {
    expect(closedReason({ designation: '6312-2Z' })).toContain('not regreased');
    expect(closedReason({ sealing: 'closed' })).toContain('not regreased');
    expect(closedReason({ designation: 'UC 205', sealing: 'lip' })).toBeNull();
    expect(closedReason({ designation: '6312' })).toBeNull();
  });
});

describe('automatic devices', () => {
  it('say setting, use and how long a filling lasts', () => {
    expect(deviceFacts('drip-oiler', { dropsPerMinute: 10, reservoirMl: 120 }, 16)).toMatchObject({
      usePerDay: { value: 384, unit: 'mL' },
      lastsDays: 0.3125,
    });
    expect(deviceFacts('bottle-oiler', { reservoirMl: 240, mlPerDay: 12 }, 16)).toMatchObject({ lastsDays: 20 });
    expect(
      deviceFacts('grease-cup', { capacityCm3: 60, turnsPerDay: 1, gramsPerTurn: 1.2 }, 16)!.lastsDays,
    ).toBeCloseTo(45, 6);
    expect(
      deviceFacts(
        'single-point-lubricator',
        { capacityCm3: 120, settingsDays: '30, 90, 180, 365', requiredG: 20, intervalH: 1000 },
        16,
      ),
    ).toMatchObject({ lastsDays: 180, setting: { words: '180 days proposed' } });
    expect(
      deviceFacts('central-lubricator-outlet', { gramsPerCycle: 0.2, cyclesPerDay: 10, reservoirG: 400 }, 16),
    ).toMatchObject({ usePerDay: { value: 2, unit: 'g' }, lastsDays: 200 });
    expect(deviceFacts('rack', {}, 16)).toBeUndefined();
  });

  it.each([
    'drip-oiler',
    'bottle-oiler',
    'grease-cup',
    'single-point-lubricator',
    'central-lubricator-outlet',
    'pneumatic-lubricator',
  ] as const)('%s with nothing filled in says what is missing', (kind) => {
    expect(deviceFacts(kind, {}, 16)!.setting!.words.length).toBeGreaterThan(5);
  });
});
