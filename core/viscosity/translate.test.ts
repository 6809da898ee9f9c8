import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { kv100FromIndex } from './astm-d2270';
import { viscosityBlend } from './blend';
import { carryTo40, kv40FromIndex } from './carry';
import { viscosityGrade } from './grade';
import { isoGrades } from './iso-3448';
import { kvOfEngler, kvOfRedwood } from './old-instruments';
import { readPlate, readPlates } from './read-plate';
import { kvOfSeconds, sayboltSeconds } from './saybolt';
import { type Scale, viscosityTranslate } from './translate';

const translate = (scale: Scale, value: number | string, more = {}) =>
  viscosityTranslate.compute({ scale, value, ...more });
const typical = (scale: Scale, value: number | string) => resultOf(translate(scale, value)).kv40.typical;

describe('Saybolt seconds', () => {
  it('gives the check values of the handbook', () => {
    expectWithin(kvOfSeconds(300)!, 64.6, 0.001);
    expectWithin(typical('sus-100f', 300), 57.9, 0.001);
    expect(resultOf(translate('sus-100f', 300)).isoVg).toBe(68);
  });

  // ASTM D2161, table 1: mm²/s at 100 °F and Saybolt Universal seconds.
  it.each([
    [2, 32.6],
    [4, 39.2],
    [10, 58.8],
    [20, 97.8],
    [30, 141.3],
    [75, 347.6],
  ])('%f mm²/s read %f s', (kv, seconds) => {
    expectWithin(sayboltSeconds(kv), seconds, 0.003);
  });

  it('grow with viscosity and come back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 32, max: 20_000, noNaN: true }),
        fc.constantFrom(100, 210),
        (seconds, fahrenheit) => {
          expectWithin(sayboltSeconds(kvOfSeconds(seconds, fahrenheit)!, fahrenheit), seconds, 1e-9);
        },
      ),
    );
  });

  it('keep a range a range', () => {
    const { kv40, candidates } = resultOf(translate('sus-100f', '150–200'));
    expect(kv40.min).toBeLessThan(kv40.typical);
    expect(kv40.typical).toBeLessThan(kv40.max);
    expect(candidates.map(({ isoVg }) => isoVg)).toEqual([32]);
  });

  it.each([
    [31, 'Saybolt'],
    ['200–150', 'low to high'],
    ['lots', 'low to high'],
    [0, 'low to high'],
    [-5, 'low to high'],
  ])('refuse %s', (value, words) => {
    expect(translate('sus-100f', value)).toMatchObject({
      ok: false,
      fields: ['value'],
      reason: expect.stringContaining(words),
    });
  });
});

describe('AGMA numbers', () => {
  it.each([
    ['0', 32],
    ['1', 46],
    ['2', 68],
    ['3', 100],
    ['4', 150],
    ['5 EP', 220],
    ['6S', 320],
    ['7 Comp', 460],
    ['8 compounded', 680],
    ['8A', 1000],
    ['9', 1500],
    ['10', 3200],
  ])('%s is VG %i', (value, isoVg) => {
    expect(resultOf(translate('agma', value))).toMatchObject({ isoVg, kv40: { typical: isoVg } });
  });

  it.each([
    ['11', 4140, 5060],
    ['12', 6120, 7480],
  ])('%s lies above the ISO scale', (value, min, max) => {
    expect(translate('agma', value)).toMatchObject({
      ok: true,
      result: { isoVg: null, kv40: { min, max } },
      notices: [{ level: 'caution' }],
    });
  });

  it('13 is defined at 100 °C', () => {
    const { isoVg, kv40 } = resultOf(translate('agma', 13));
    expect(isoVg).toBeNull();
    expectWithin(kv100FromIndex(kv40.min, 95)!, 190, 1e-3);
    expectWithin(kv100FromIndex(kv40.max, 95)!, 220, 1e-3);
  });

  it.each(['14', '8B', 'EP', '5 XX', '-1', '5.5'])('%s is none', (value) => {
    expect(translate('agma', value).ok).toBe(false);
  });
});

describe('SAE grades', () => {
  it('answer gear 90 by both editions, named', () => {
    const outcome = translate('sae-gear', 90);
    const { candidates, kv40 } = resultOf(outcome);
    expect(candidates.map(({ note }) => note)).toEqual([
      expect.stringContaining('since 2005: 13.5–18.5'),
      expect.stringContaining('before 2005: 13.5–24'),
    ]);
    expect(candidates.map(({ isoVg }) => isoVg)).toEqual([150, 220]);
    expectWithin(kv100FromIndex(kv40.min, 95)!, 13.5, 1e-3);
    expectWithin(kv100FromIndex(kv40.max, 95)!, 24, 1e-3);
  });

  it('say that engine oil is not a machine oil', () => {
    expect(translate('sae-engine', 30)).toMatchObject({
      ok: true,
      notices: expect.arrayContaining([
        expect.objectContaining({ level: 'caution', text: expect.stringContaining('not a machine oil') }),
      ]),
    });
  });

  it('read a multigrade by its hot number, thinner at 40 °C than the single grade', () => {
    expect(typical('sae-engine', '10W-40')).toBeLessThan(typical('sae-engine', '40'));
    expect(resultOf(translate('sae-gear', '75W-90')).candidates).toHaveLength(2);
  });

  it.each([
    ['sae-gear', '30'],
    ['sae-engine', '90'],
    ['sae-gear', '90W-80'],
    ['sae-engine', 'forty'],
  ] as const)('%s %s is refused', (scale, value) => {
    expect(translate(scale, value)).toMatchObject({ ok: false, fields: ['value'] });
  });
});

describe('ISO grades and viscosities', () => {
  it('from a grade to its viscosity and back is the same grade', () => {
    for (const { isoVg } of isoGrades)
      expect(resultOf(viscosityGrade.compute({ kv40: typical('iso-vg', isoVg) })).isoVg).toBe(isoVg);
  });

  it('a number in a product’s name is no grade', () => {
    expect(translate('iso-vg', 57)).toMatchObject({ ok: false, reason: expect.stringContaining('product’s name') });
  });

  it('between two grades both the value and the nearer one are given', () => {
    expect(resultOf(translate('kv40', '57,9'))).toMatchObject({ isoVg: 68, kv40: { min: 57.9, max: 57.9 } });
    expect(resultOf(translate('kv40', 5000)).isoVg).toBeNull();
  });

  it('carrying to 40 °C and the index agree, and thicker stays thicker', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2.5, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (kv100, viscosityIndex) => {
          const kv40 = kv40FromIndex(kv100, viscosityIndex);
          fc.pre(kv40 > kv100 * 1.01);
          expectWithin(carryTo40(kv100, 100, viscosityIndex)!, kv40, 0.01);
        },
      ),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.double({ min: 1.001, max: 3, noNaN: true }),
        (kv, more) => {
          expect(carryTo40(kv * more, 37.78, 95)!).toBeGreaterThan(carryTo40(kv, 37.78, 95)!);
        },
      ),
    );
  });
});

describe('blend', () => {
  const half = (a: number, b: number, share = 0.5) =>
    resultOf(
      viscosityBlend.compute({
        parts: [
          { kv: a, share },
          { kv: b, share: 1 - share },
        ],
      }),
    ).kv;

  it('gives the check value of the handbook', () => {
    expectWithin(half(32, 220), 75.9, 0.001);
  });

  it('lies between its parts', () => {
    const kv = fc.double({ min: 0.6, max: 10_000, noNaN: true });
    fc.assert(
      fc.property(kv, kv, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
        const blend = half(a, b, share);
        expect(blend).toBeGreaterThanOrEqual(Math.min(a, b) * (1 - 1e-9));
        expect(blend).toBeLessThanOrEqual(Math.max(a, b) * (1 + 1e-9));
      }),
    );
  });

  it('wants shares that make one', () => {
    expect(
      viscosityBlend.input.safeParse({
        parts: [
          { kv: 32, share: 0.5 },
          { kv: 46, share: 0.4 },
        ],
      }).error?.issues[0],
    ).toMatchObject({ path: ['parts'] });
  });
});

describe('a worn plate', () => {
  it.each([
    ['SUS 150–200 at 100 °F', 'sus-100f', '150–200', undefined],
    ['150 SSU', 'sus-100f', '150', undefined],
    ['300 SUS @ 210F', 'sus-210f', '300', undefined],
    ['AGMA 5 EP', 'agma', '5 EP', 'gear-ep'],
    ['A.G.M.A. lubricant', undefined, undefined, undefined],
    ['AGMA 8 compounded', 'agma', '8 C', 'gear-compounded'],
    ['SAE 90', 'sae-gear', '90', 'gear'],
    ['SAE 80W-90 EP', 'sae-gear', '80W-90', 'gear-ep'],
    ['SAE 10W-40', 'sae-engine', '10W-40', 'engine'],
    ['SAE 80 gear oil', 'sae-gear', '80', 'gear'],
    ['ISO VG 68', 'iso-vg', '68', undefined],
    ['VG46 hydraulic oil', 'iso-vg', '46', 'hydraulic'],
    ['32 cSt at 40 °C', 'kv40', '32', undefined],
    ['15 mm²/s at 100 °C', 'kv100', '15', undefined],
    ['80W-90', 'sae-gear', '80W-90', 'gear'],
    ['75W-90 synthetic', 'sae-gear', '75W-90', 'gear'],
    ['HYP 90', 'sae-gear', '90', 'gear'],
    ['SAE 10', 'sae-engine', '10', 'engine'],
    ['4.5 °E at 50 °C', 'engler-50c', '4.5', undefined],
    ['12 E at 20 C', 'engler-20c', '12', undefined],
    ['3 degrees Engler at 100 °C', 'engler-100c', '3', undefined],
    ['Redwood No. 1 150 s at 70 °F', 'redwood-1-70f', '150', undefined],
    ['200 s Redwood at 140', 'redwood-1-140f', '200', undefined],
    ['65 sec Redwood No. 1 at 200 °F', 'redwood-1-200f', '65', undefined],
    ['150 SUS at 210', 'sus-210f', '150', undefined],
    ['300 SSU @ 100', 'sus-100f', '300', undefined],
  ])('"%s" is read', (line, scale, value, type) => {
    const read = readPlate(line);
    if (scale === undefined) return expect(read.ok).toBe(false);
    expect(read).toMatchObject({ ok: true, scale, value, ...(type && { type }) });
    if (!type) expect(read).not.toHaveProperty('type');
  });

  it('carries a viscosity at another temperature', () => {
    const read = readPlate('20 cSt at 50 °C');
    expect(read.ok && Number(read.value)).toBeCloseTo(29.7, 0);
  });

  it.each([
    ['68', 'of what'],
    ['Old Reliable 37', 'not a grade'],
    ['', 'Type what'],
    ['32 cSt', 'which temperature'],
    ['150 SUS at 130 °F', 'Which of the two'],
    ['1,500 SUS', 'more than a thousand'],
    ['1.500 SUS at 100 °F', 'more than a thousand'],
    ['9 °E', 'At which were'],
    ['9 °E at 40 °C', 'At which were'],
    ['200 s Redwood', 'At which were'],
    ['R&O', 'not how thick'],
  ])('"%s" is asked back', (line, words) => {
    expect(readPlate(line)).toMatchObject({ ok: false, reason: expect.stringContaining(words) });
  });
});

describe('a plate with two designations', () => {
  it('is read by both', () => {
    expect(readPlates('AGMA 5 EP, 1000 SUS at 100 °F')).toMatchObject([
      { scale: 'agma', value: '5 EP' },
      { scale: 'sus-100f', value: '1000' },
    ]);
    expect(readPlates('VG 68 or 300 SUS').map((read) => read.ok && read.scale)).toEqual(['sus-100f', 'iso-vg']);
    expect(readPlates('ISO VG 46')).toHaveLength(1);
  });

  it('says of what kind it is where it says nothing else', () => {
    expect(readPlate('R&O')).toMatchObject({ ok: false, type: 'circulating' });
    expect(readPlate('compounded steam cylinder oil')).toMatchObject({ ok: false, type: 'gear-compounded' });
  });
});

describe('instruments of older papers', () => {
  const read = (scale: Scale, value: number | string) => resultOf(translate(scale, value));

  it.each([
    [1.1, 2.3],
    [2, 11.46],
    [4.5, 31.49],
    [10, 72.47],
  ])('%d °E are %d mm²/s', (degrees, kv) => expect(kvOfEngler(degrees)).toBeCloseTo(kv, 1));

  it.each([
    [30, 1.83],
    [60, 12.62],
    [100, 24.21],
    [200, 49.15],
  ])('%d s of Redwood No. 1 are %d mm²/s', (seconds, kv) => expect(kvOfRedwood(seconds)).toBeCloseTo(kv, 1));

  it('are carried to 40 °C, and refused where they say nothing', () => {
    expect(read('engler-50c', 4.5)).toMatchObject({ isoVg: 46 });
    expect(read('redwood-1-140f', 200)).toMatchObject({ isoVg: 150 });
    expect(viscosityTranslate.compute({ scale: 'engler-20c', value: 1 })).toMatchObject({ ok: false });
    expect(viscosityTranslate.compute({ scale: 'redwood-1-70f', value: 29 })).toMatchObject({ ok: false });
  });

  it('of gear oils the winter grade says how much they thin', () => {
    expect(read('sae-gear', '80W-90')).toMatchObject({ isoVg: 150 });
    expect([320, 460]).toContain(read('sae-gear', '85W-140').isoVg);
    expect(read('sae-gear', '75W-90')).toMatchObject({ isoVg: 100 });
    expect(read('sae-gear', '75W-140').kv40.typical).toBeLessThan(read('sae-gear', '140').kv40.typical);
    expect(read('sae-gear', '80').candidates.map(({ note }) => note.slice(0, 17))).toEqual([
      'SAE J306 of 2019:',
      'SAE J306 since 20',
    ]);
  });
});
