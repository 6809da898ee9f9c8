import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { oilFill } from './fill';
import { oilLife } from './life';

describe('oil life', () => {
  const life = (change: object) =>
    oilLife.compute(oilLife.input.parse({ baseLifeH: 8000, baseTemperatureC: 60, temperatureC: 60, ...change }));

  it.each([
    [60, 8000],
    [70, 4000],
    [80, 2000],
    [50, 16_000],
  ])('at %i °C is %i h', (temperatureC, hours) => {
    expectWithin(resultOf(life({ temperatureC })).uncappedH, hours, 1e-9);
  });

  it('multiplies factors and stops at the calendar', () => {
    expectWithin(
      resultOf(
        life({
          factors: [
            { name: 'water', value: 0.5 },
            { name: 'filter', value: 1.2 },
          ],
        }),
      ).lifeH,
      4800,
      1e-9,
    );
    expect(life({ temperatureC: 40 })).toMatchObject({
      result: { lifeH: 26_280, uncappedH: 32_000 },
      notices: [{ level: 'caution' }],
    });
  });

  it.each([
    [49, true],
    [30, true],
    [0, true],
    [50, false],
    [60, false],
  ])('at %i °C nothing beyond the cap is promised: %s', (temperatureC, said) => {
    const outcome = life({ temperatureC });
    expect(outcome.ok && outcome.notices.some(({ text }) => text.startsWith('Below 50 °C'))).toBe(said);
    expect(resultOf(outcome).lifeH).toBeLessThanOrEqual(26_280);
  });

  it('more heat never lengthens it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 150, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (temperatureC, rise) => {
          expect(resultOf(life({ temperatureC: temperatureC + rise })).lifeH).toBeLessThanOrEqual(
            resultOf(life({ temperatureC })).lifeH,
          );
        },
      ),
    );
  });
});

describe('oil fill', () => {
  const fill = (input: object) => oilFill.compute(oilFill.input.parse(input));
  const table = [
    { position: 'B3', volumeL: 0.6 },
    { position: 'V5', volumeL: 0.95 },
  ];
  const levelMarks = [
    { levelMm: 0, volumeL: 10 },
    { levelMm: 50, volumeL: 14 },
    { levelMm: 100, volumeL: 16 },
  ];
  const fieldsOf = (input: object) => oilFill.input.safeParse(input).error?.issues.map(({ path }) => path[0]) ?? [];

  it('goes by the mounting position, and by no other', () => {
    expect(resultOf(fill({ table, position: 'v5' })).volumeL).toBe(0.95);
    expect(fill({ table, position: 'B8' })).toMatchObject({
      ok: false,
      fields: ['position'],
      reason: expect.stringContaining('B3, V5'),
    });
  });

  it.each([
    [0, 10, 0.08],
    [25, 12, 0.08],
    [50, 14, 0.08],
    [75, 15, 0.04],
    [100, 16, 0.04],
  ])('at %i mm there are %f L', (levelMm, volumeL, litresPerMm) => {
    const result = resultOf(fill({ levelMarks, levelMm }));
    expect(result.volumeL).toBeCloseTo(volumeL, 9);
    expect(result.litresPerMm).toBeCloseTo(litresPerMm, 9);
  });

  it('finds the top-up over a bend of the sump', () => {
    expect(resultOf(fill({ levelMarks, levelMm: 25, targetMm: 75 })).topUpL).toBeCloseTo(3, 9);
    expect(fill({ levelMarks, levelMm: 75, targetMm: 25 })).toMatchObject({
      result: { topUpL: 0 },
      notices: [{ text: expect.stringContaining('above the target') }],
    });
  });

  it('refuses outside the marks', () => {
    expect(fill({ levelMarks, levelMm: -1 })).toMatchObject({ ok: false, fields: ['levelMm'] });
    expect(fill({ levelMarks, levelMm: 10, targetMm: 101 })).toMatchObject({ ok: false, fields: ['targetMm'] });
  });

  it.each([
    ['stopped-powered', 'isolated', undefined, true],
    ['isolated', 'stopped-powered', undefined, true],
    ['isolated', 'stopped-powered', true, true],
    ['isolated-depressurised', 'stopped-powered', false, true],
    ['isolated-depressurised', 'isolated', false, true],
    ['isolated', 'isolated-depressurised', false, true],
    ['isolated-depressurised', 'isolated', undefined, false],
    ['isolated-depressurised', 'stopped-powered', true, false],
    ['running-idle', 'running-loaded', false, false],
    ['auxiliary-only', 'isolated', false, false],
    ['isolated-depressurised', 'running-loaded', false, false],
  ] as const)(
    'read %s where the mark is for %s, stored pressure %s: litres %s',
    (stateRead, stateOfMark, holdsPressure, litres) => {
      const outcome = fill({ levelMarks, levelMm: 25, stateRead, stateOfMark, holdsPressure });
      expect(resultOf(outcome).volumeL).toBe(litres ? 12 : undefined);
      expect(outcome.ok && outcome.notices).toHaveLength(litres ? 0 : 1);
    },
  );

  it('gives no litres for a reading in another state than the mark’s', () => {
    expect(fill({ levelMarks, levelMm: 25, stateRead: 'running-loaded', stateOfMark: 'isolated' })).toMatchObject({
      ok: true,
      result: {},
      notices: [{ level: 'caution' }],
    });
    expect(resultOf(fill({ levelMarks, levelMm: 25, stateRead: 'isolated', stateOfMark: 'isolated' })).volumeL).toBe(
      12,
    );
  });

  it.each([
    [{}, ['table']],
    [{ table, levelMarks, position: 'B3', levelMm: 2 }, ['table']],
    [{ table }, ['position']],
    [{ levelMarks }, ['levelMm']],
    [{ table, position: 'B3', levelMm: 2 }, ['levelMm']],
    [
      {
        levelMarks: [
          { levelMm: 0, volumeL: 5 },
          { levelMm: 10, volumeL: 4 },
        ],
        levelMm: 2,
      },
      ['levelMarks'],
    ],
    [
      {
        levelMarks: [
          { levelMm: 0, volumeL: 5 },
          { levelMm: 0, volumeL: 6 },
        ],
        levelMm: 0,
      },
      ['levelMarks'],
    ],
    [{ table: [...table, { position: 'b3', volumeL: 1 }], position: 'B3' }, ['table']],
  ])('%j is explained at %j', (input, fields) => {
    expect(fieldsOf(input)).toEqual(expect.arrayContaining(fields));
  });
});
