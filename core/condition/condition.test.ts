import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { gasPrecharge } from './gas-precharge';
import { conditionTemperatureRise } from './temperature-rise';
import { wearLimitForecast } from './wear-limit-forecast';

const minute = (min: number) => new Date(Date.UTC(2026, 5, 1, 6, min)).toISOString();
const rise = (points: readonly (readonly [number, number])[], change: object = {}) =>
  resultOf(
    conditionTemperatureRise.compute(
      conditionTemperatureRise.input.parse({
        readings: points.map(([min, temperatureC]) => ({ at: minute(min), temperatureC })),
        ambientC: 20,
        ...change,
      }),
    ),
  );
/** Warming to a plateau with a time constant, read every five minutes. */
const warming = (plateau: number, tauMin: number, untilMin: number, from = 20) =>
  Array.from({ length: untilMin / 5 + 1 }, (_, step) => {
    const min = step * 5;
    return [min, plateau - (plateau - from) * Math.exp(-min / tauMin)] as const;
  });

describe('temperature after a start', () => {
  it('finds where an exponential levels', () => {
    for (const [plateau, tau, until] of [
      [65, 20, 60],
      [82, 40, 120],
      [48, 10, 30],
    ] as const)
      expectWithin(rise(warming(plateau, tau, until)).plateauC!, plateau, 1e-9);
    expectWithin(
      rise([
        [0, 40],
        [10, 52],
        [20, 58],
        [30, 61],
      ]).plateauC!,
      65,
      1e-9,
    );
  });

  it.each([
    ['levels off', warming(65, 10, 60), {}, 'fine', true],
    ['is still warming', warming(65, 40, 30), {}, 'watch', false],
    [
      'climbs in a line',
      [
        [0, 40],
        [10, 50],
        [20, 60],
      ],
      {},
      'watch',
      false,
    ],
    [
      'climbs fast above 70 °C',
      [
        [0, 50],
        [10, 62],
        [20, 76],
      ],
      {},
      'act-now',
      false,
    ],
    [
      'climbs fast below 70 °C',
      [
        [0, 20],
        [10, 35],
        [20, 52],
      ],
      {},
      'watch',
      false,
    ],
    [
      'is over its limit',
      [
        [0, 88],
        [10, 90],
        [20, 91],
      ],
      {},
      'act-now',
      true,
    ],
    [
      'is over a limit of its own',
      [
        [0, 60],
        [10, 66],
        [20, 70],
      ],
      { limitC: 70 },
      'act-now',
      false,
    ],
    ['will pass its limit', warming(100, 40, 40), {}, 'plan', false],
    [
      'falls',
      [
        [0, 60],
        [10, 58],
        [20, 57],
      ],
      {},
      'fine',
      true,
    ],
    [
      'falls fast',
      [
        [0, 80],
        [10, 70],
        [20, 60],
      ],
      {},
      'fine',
      false,
    ],
    [
      'was read for five minutes',
      [
        [0, 40],
        [5, 40],
      ],
      {},
      'watch',
      false,
    ],
    [
      'rises after greasing',
      [
        [0, 45],
        [10, 52],
        [20, 58],
      ],
      { justGreased: true },
      'watch',
      false,
    ],
    [
      'falls after greasing',
      [
        [0, 62],
        [10, 58],
        [20, 55],
      ],
      { justGreased: true },
      'fine',
      false,
    ],
  ] as const)('%s', (_, points, change, verdict, levelling) => {
    expect(rise(points, change)).toMatchObject({ verdict, levelling });
  });

  it('is held against its commissioning curve', () => {
    const reference = [
      { minutes: 0, temperatureC: 20 },
      { minutes: 30, temperatureC: 50 },
      { minutes: 60, temperatureC: 55 },
    ];
    expect(
      rise(
        [
          [0, 20],
          [30, 50],
          [60, 55.5],
        ],
        { reference },
      ),
    ).toMatchObject({ verdict: 'fine' });
    expect(
      rise(
        [
          [0, 20],
          [30, 66],
          [60, 67],
        ],
        { reference },
      ),
    ).toMatchObject({ verdict: 'watch', overCurveK: 12 });
    expect(
      rise(
        [
          [0, 20],
          [30, 76],
          [60, 77],
        ],
        { reference },
      ),
    ).toMatchObject({ verdict: 'plan', overCurveK: 22 });
    expect(
      rise(
        [
          [0, 20],
          [15, 40],
          [30, 62],
        ],
        { reference },
      ),
    ).toMatchObject({ verdict: 'act-now' });
  });

  it('goes by the last ten minutes, whatever the order given, and by the later of two at one time', () => {
    expectWithin(
      rise([
        [20, 60],
        [0, 20],
        [10, 55],
      ]).ratePerMin,
      0.5,
      1e-12,
    );
    expectWithin(
      rise([
        [0, 20],
        [20, 99],
        [20, 40],
      ]).ratePerMin,
      1,
      1e-12,
    );
    expect(
      rise([
        [0, 40],
        [0, 41],
      ]),
    ).toMatchObject({ ratePerMin: 0, verdict: 'watch' });
  });

  it('one reading hotter at the end is never judged better', () => {
    const order = ['fine', 'watch', 'plan', 'act-now'];
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 20, max: 95 }), { minLength: 3, maxLength: 8 }),
        fc.integer({ min: 1, max: 30 }),
        (temperatures, more) => {
          const series = (last: number) =>
            rise(temperatures.map((c, step) => [step * 10, step === temperatures.length - 1 ? c + last : c] as const));
          const [cooler, hotter] = [series(0), series(more)];
          // Only what rises: falling fast is not level, and is fine.
          if (cooler.ratePerMin >= 0 && cooler.plateauC === undefined)
            expect(order.indexOf(hotter.verdict)).toBeGreaterThanOrEqual(order.indexOf(cooler.verdict));
        },
      ),
    );
  });
});

describe('gas pre-charge', () => {
  const charge = (change: object) =>
    resultOf(
      gasPrecharge.compute(
        gasPrecharge.input.parse({ readingBar: 100, temperatureC: 20, minBar: 90, maxBar: 110, ...change }),
      ),
    );

  it.each([
    [100, 40, 20, 93.55],
    [100, 20, 20, 100],
    [50, -10, 20, 55.82],
    [9.8, 35, 20, 9.27],
  ])('%d bar at %d °C are at %d °C %f bar', (readingBar, temperatureC, referenceTemperatureC, expected) => {
    expect(charge({ readingBar, temperatureC, referenceTemperatureC }).correctedBar).toBeCloseTo(expected, 1);
  });

  it.each([
    [{}, 'in-order', false],
    [{ readingBar: 88 }, 'call-authorised', false],
    [{ readingBar: 88, allowanceBelowBar: 5 }, 'within-allowance', false],
    [{ readingBar: 88, permitted: 'correct' }, 'correct', false],
    [{ readingBar: 88, permitted: 'authorised' }, 'call-authorised', false],
    [{ readingBar: 112, allowanceAboveBar: 1 }, 'call-authorised', false],
    [{ readingBar: 70, permitted: 'correct', allowanceBelowBar: 50 }, 'act-now', false],
    [{ lastBar: 106, hoursSinceLast: 20 }, 'within-allowance', true],
    [{ lastBar: 106, hoursSinceLast: 48 }, 'in-order', false],
    [{ lastBar: 112, hoursSinceLast: 24, permitted: 'correct' }, 'call-authorised', true],
    [{ lastBar: 100, hoursSinceLast: 24 }, 'in-order', false],
  ])('%o: %s', (change, action, leakSuspected) => {
    const said = charge(change);
    if (leakSuspected) expect(said).toMatchObject({ action: 'call-authorised', leakSuspected });
    else expect(said).toMatchObject({ action, leakSuspected });
  });

  it('refuses what cannot be', () => {
    expect(gasPrecharge.input.safeParse({ readingBar: 1, temperatureC: 20, minBar: 5, maxBar: 4 }).success).toBe(false);
    expect(
      gasPrecharge.input.safeParse({ readingBar: 1, temperatureC: 20, minBar: 1, maxBar: 4, lastBar: 2 }).success,
    ).toBe(false);
  });
});

describe('wear until its limit', () => {
  const forecast = (readings: readonly (readonly [number, number])[], newValue: number, limit: number) =>
    wearLimitForecast.compute(
      wearLimitForecast.input.parse({
        readings: readings.map(([meter, value]) => ({ meter, value })),
        newValue,
        limit,
      }),
    );

  it.each([
    [
      [
        [1000, 0.1],
        [2000, 0.15],
        [3000, 0.2],
      ],
      0.05,
      0.4,
      0.05,
      4000,
    ],
    [
      [
        [0, 12],
        [500, 11.5],
        [1000, 11],
      ],
      12,
      8,
      -1,
      3000,
    ],
    [
      [
        [2000, 3],
        [4000, 5],
        [6000, 7],
        [8000, 9],
      ],
      1,
      9,
      1,
      0,
    ],
  ] as const)('%j from %f to %f', (readings, newValue, limit, per1000H, mid) => {
    const { per1000H: rate, remainingH } = resultOf(forecast(readings, newValue, limit));
    expectWithin(rate, per1000H, 1e-9);
    expect(remainingH.mid).toBeCloseTo(mid, 6);
    // On one line there is no spread.
    expect(remainingH.low).toBeCloseTo(mid, 3);
    expect(remainingH.high).toBeCloseTo(mid, 3);
  });

  it('says how sure it is: an 80 % band by Student’s t', () => {
    const { per1000H, remainingH } = resultOf(
      forecast(
        [
          [1000, 0.11],
          [2000, 0.14],
          [3000, 0.21],
          [4000, 0.24],
        ],
        0.05,
        0.5,
      ),
    );
    expect(per1000H).toBeCloseTo(0.046, 9);
    expect(remainingH.low).toBeLessThan(remainingH.mid);
    expect(remainingH.high).toBeGreaterThan(remainingH.mid);
    // By hand: line at 4000 h 0.244, standard error 0.00566, t 1.886.
    expectWithin(remainingH.low, (0.256 / (0.046 + 1.886 * 0.00565685)) * 1000, 1e-4);
  });

  it('asks where it went back towards new, and refuses what does not wear', () => {
    const asked = forecast(
      [
        [1000, 0.1],
        [2000, 0.2],
        [3000, 0.05],
        [4000, 0.1],
      ],
      0.05,
      0.4,
    );
    expect(asked).toMatchObject({ ok: false, reason: expect.stringContaining('replaced') as string });
    expect(
      forecast(
        [
          [1000, 0.1],
          [2000, 0.1],
          [3000, 0.1],
        ],
        0.05,
        0.4,
      ),
    ).toMatchObject({ ok: false });
    expect(
      forecast(
        [
          [1000, 0.1],
          [1000, 0.2],
          [1000, 0.3],
        ],
        0.05,
        0.4,
      ),
    ).toMatchObject({ ok: false });
    expect(
      forecast(
        [
          [1000, 0.1],
          [2000, 0.2],
          [3000, 0.3],
        ],
        0.4,
        0.4,
      ),
    ).toMatchObject({ ok: false });
  });

  it('says when to plan, when it is past, and when it wears faster than it did', () => {
    const notices = (readings: readonly (readonly [number, number])[]) => {
      const run = forecast(readings, 0, 10);
      return run.ok ? run.notices.map(({ level }) => level) : [];
    };
    expect(
      notices([
        [0, 6],
        [1000, 7],
        [2000, 8.5],
      ]),
    ).toEqual(['caution']);
    expect(
      notices([
        [0, 8],
        [1000, 9],
        [2000, 10.5],
      ]),
    ).toEqual(['stop']);
    expect(
      notices([
        [0, 1],
        [1000, 1.2],
        [2000, 1.4],
        [3000, 2.5],
        [4000, 3.6],
        [5000, 4.7],
      ]),
    ).toContain('caution');
  });

  it('a lower limit is reached no later', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 3, maxLength: 10 }),
        fc.integer({ min: 1200, max: 5000 }),
        fc.integer({ min: 1, max: 1000 }),
        (steps, limit, more) => {
          let value = 0;
          const readings = steps.map((step, index) => [index * 500, (value += step)] as const);
          const [near, far] = [limit, limit + more].map((each) => resultOf(forecast(readings, 0, each)).remainingH);
          for (const side of ['low', 'mid', 'high'] as const) expect(near![side]).toBeLessThanOrEqual(far![side]);
        },
      ),
    );
  });
});
