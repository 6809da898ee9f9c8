import { describe, expect, it } from 'vitest';
import { resultOf } from '../testing';
import { bearingSeries, boreOfCode } from './designations';
import { bearingFromDesignation } from './from-designation';

const read = (designation: string) => resultOf(bearingFromDesignation.compute({ designation }));
const size = (designation: string) => {
  const { boreMm, outsideDiameterMm, widthMm } = read(designation);
  return [boreMm, outsideDiameterMm, widthMm];
};

describe('the tables', () => {
  it('hold every common size', () => {
    expect([...bearingSeries.values()].reduce((sum, { sizes }) => sum + sizes.size, 0)).toBeGreaterThan(1500);
  });

  it.each([...bearingSeries.values()].map((series) => [series.series, series] as const))(
    'series %s grows: D > d, and neither D nor the width falls as the bore grows',
    (_, { sizes }) => {
      const rows = [...sizes.values()].sort((a, b) => a.boreMm - b.boreMm);
      expect(rows.length).toBeGreaterThan(10);
      for (const [index, row] of rows.entries()) {
        expect(row.outsideDiameterMm).toBeGreaterThan(row.boreMm);
        const before = rows[index - 1];
        if (!before) continue;
        expect(row.boreMm).toBeGreaterThan(before.boreMm);
        expect(row.outsideDiameterMm).toBeGreaterThanOrEqual(before.outsideDiameterMm);
        expect(row.widthMm).toBeGreaterThanOrEqual(before.widthMm);
      }
    },
  );

  it.each([
    ['618', '619'],
    ['619', '60'],
    ['60', '62'],
    ['62', '63'],
    ['63', '64'],
  ])('at one bore %s is slimmer than %s', (slim, stout) => {
    for (const [code, { outsideDiameterMm }] of bearingSeries.get(slim)!.sizes) {
      const other = bearingSeries.get(stout)!.sizes.get(code);
      if (other) expect(other.outsideDiameterMm).toBeGreaterThan(outsideDiameterMm);
    }
  });

  it.each([
    ['00', 10],
    ['01', 12],
    ['02', 15],
    ['03', 17],
    ['04', 20],
    ['12', 60],
    ['96', 480],
    ['/500', 500],
    ['/22', 22],
    ['8', 8],
  ])('bore code %s is %i mm', (code, bore) => {
    expect(boreOfCode(code)).toBe(bore);
  });
});

describe('known sizes, one and more of every series', () => {
  it.each([
    ['608', 8, 22, 7],
    ['625', 5, 16, 5],
    ['6000', 10, 26, 8],
    ['6005', 25, 47, 12],
    ['6020', 100, 150, 24],
    ['6205', 25, 52, 15],
    ['6210', 50, 90, 20],
    ['6312', 60, 130, 31],
    ['6320', 100, 215, 47],
    ['6410', 50, 130, 31],
    ['16010', 50, 80, 10],
    ['61810', 50, 65, 7],
    ['61910', 50, 72, 12],
    ['7210', 50, 90, 20],
    ['7310', 50, 110, 27],
    ['3206 A-2Z', 30, 62, 23.8],
    ['3210', 50, 90, 30.2],
    ['3310', 50, 110, 44.4],
    ['1210', 50, 90, 20],
    ['1310', 50, 110, 27],
    ['2210', 50, 90, 23],
    ['2310', 50, 110, 40],
    ['NU 210', 50, 90, 20],
    ['NJ 2212', 60, 110, 28],
    ['NUP 310', 50, 110, 27],
    ['N 2310', 50, 110, 40],
    ['NU 416', 80, 200, 48],
    ['NU 1020', 100, 150, 24],
    ['21310', 50, 110, 27],
    ['22220', 100, 180, 46],
    ['22320', 100, 215, 73],
    ['23020', 100, 150, 37],
    ['23120', 100, 165, 52],
    ['23220', 100, 180, 60.3],
    ['24020', 100, 150, 50],
    ['24140', 200, 340, 140],
    ['230/500', 500, 720, 167],
    ['30210', 50, 90, 21.75],
    ['30310', 50, 110, 29.25],
    ['31310', 50, 110, 29.25],
    ['32010', 50, 80, 20],
    ['32210', 50, 90, 24.75],
    ['32310', 50, 110, 42.25],
    ['51110', 50, 70, 14],
    ['51210', 50, 78, 22],
    ['51310', 50, 95, 31],
    ['29320', 100, 170, 42],
    ['29420 E', 100, 210, 67],
    ['NA 4910', 50, 72, 22],
    ['NA49/22', 22, 39, 17],
    ['618/8', 8, 16, 4],
    ['619/6', 6, 15, 5],
    ['62/28', 28, 58, 16],
    ['60/32', 32, 58, 13],
    ['23272', 360, 650, 232],
    ['22376', 380, 780, 230],
    ['231/500', 500, 830, 264],
    ['320/28', 28, 52, 16],
    ['UC 210', 50, 90, 51.6],
    ['33008', 40, 68, 22],
    ['33113', 65, 110, 34],
    ['33206', 30, 62, 25],
    ['33220', 100, 180, 63],
    ['32910', 50, 72, 15],
    ['UC 308', 40, 90, 52],
    ['UCP 310', 50, 110, 61],
    ['UK 208', 40, 80, 21],
    ['UKF 312', 60, 130, 36],
    ['8106', 30, 47, 11],
    ['8210', 50, 78, 22],
    ['8320', 100, 170, 55],
    ['51408', 40, 90, 36],
    ['81112', 60, 85, 17],
  ])('%s is %f × %f × %f mm', (designation, boreMm, outsideDiameterMm, widthMm) => {
    expect(size(designation)).toEqual([boreMm, outsideDiameterMm, widthMm]);
  });
});

describe('suffixes', () => {
  it.each([
    ['6312', { sealed: false, relubricable: true }],
    ['6312-Z', { sealed: false, relubricable: true }],
    ['6312-2Z', { sealed: true, relubricable: false }],
    ['6312 ZZ C3', { sealed: true, relubricable: false }],
    ['6005-2RS1', { sealed: true, relubricable: false }],
    ['6205.2RSR', { sealed: true, relubricable: false }],
    ['UC 205', { sealed: true, relubricable: true }],
    ['UCP205', { sealed: true, relubricable: true }],
    ['22220-K-C3-W33', { kind: 'spherical', centreGroove: true, relubricable: true }],
    ['22220CCKW33', { centreGroove: true }],
    ['22220', { centreGroove: false }],
    ['6206DDU', { sealed: true, relubricable: false, unread: [] }],
    ['6308 LLU C3', { sealed: true, relubricable: false }],
    ['6310-2ZR', { sealed: true, relubricable: false }],
    ['6004 2CS', { sealed: true, relubricable: false }],
    ['2208 E-2RS1TN9', { kind: 'ball', sealed: true, relubricable: false, unread: [] }],
    ['6305 LU', { sealed: false, relubricable: true }],
    ['6203-2RSH', { sealed: true, relubricable: false }],
    ['6207 VV', { sealed: true, relubricable: false }],
    ['6208-2RZ/C3', { sealed: true, relubricable: false }],
    ['30206 J2/Q', { kind: 'tapered', sealed: false, unread: [] }],
    ['22220-E1-XL-K-M', { sealed: false, unread: [] }],
    ['UC 205 D1', { sealed: true, relubricable: true, unread: [] }],
    ['6206-2RD', { sealed: true, relubricable: false }],
    ['7310 BECBM', { unread: [] }],
    ['NU 210 ECP', { unread: [] }],
    ['6208 TVP2 P6', { unread: [] }],
    ['23024-2CS5 W33', { sealed: true, relubricable: true, centreGroove: true }],
    ['UC 205', { doseWidthMm: 17, widthMm: 34.1 }],
    ['UK 310', { doseWidthMm: 32, sealed: true, relubricable: true }],
    ['nu 212 ec', { kind: 'cylindrical' }],
    ['51110', { kind: 'thrust' }],
  ])('%s', (designation, expected) => {
    expect(read(designation)).toMatchObject(expected);
  });

  it('a bearing closed on both sides is a stop that says so', () => {
    expect(bearingFromDesignation.compute({ designation: '6312-2Z' })).toMatchObject({
      notices: [{ level: 'stop', text: expect.stringContaining('not relubricated') }],
    });
  });

  it.each(['6312-QQ7', '6312-2RS1/VT143', '6205 QE6', 'UC205-16'])(
    '%s: an unknown suffix is named, and nobody knows then whether it is closed',
    (designation) => {
      const outcome = bearingFromDesignation.compute({ designation });
      const { unread, sealed, relubricable } = resultOf(outcome);
      expect(unread).toHaveLength(1);
      expect([sealed, relubricable]).toEqual([null, null]);
      expect(outcome).toMatchObject({
        notices: [{ level: 'caution', text: expect.stringContaining(unread[0]!) }],
      });
    },
  );

  it.each(['', '6', '9999', '62999', 'ABC', '618/3', '12x30', '6312/'.repeat(8)])(
    '"%s" is refused or read in full',
    (designation) => {
      const outcome = bearingFromDesignation.compute({ designation });
      if (outcome instanceof Promise) throw new Error('answers at once');
      expect(outcome.ok ? outcome.result.boreMm : outcome.fields).toEqual(outcome.ok ? 60 : ['designation']);
    },
  );
});
