import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { requirementOf, takesGrease } from './requirement';

const mild = { minC: 5, maxC: 35 };
const grade = (...args: Parameters<typeof requirementOf>) => requirementOf(...args).isoVg;

describe('gears', () => {
  it('a bronze wheel forbids active EP, shock on steel requires it', () => {
    expect(requirementOf('worm-unit', { centreDistanceMm: 80 }, mild)).toMatchObject({
      ep: 'forbidden',
      typeWhy: expect.stringContaining('yellow metals'),
    });
    expect(requirementOf('gear-case', { gearKind: 'gearmotor', shock: 'yes' }, mild)).toMatchObject({
      ep: 'required',
      families: ['gear-ep'],
    });
    expect(requirementOf('gear-case', { gearKind: 'gearmotor', shock: 'no' }, mild).ep).toBe('allowed');
  });

  it('a hypoid gear gets no grade from the tables, EP, and the reason in place of an answer', () => {
    const { isoVg, ep, schools } = requirementOf('gear-case', { gearKind: 'hypoid' }, mild);
    expect([isoVg, ep]).toEqual([undefined, 'required']);
    expect(schools).toEqual([{ school: 'By size or speed', answer: expect.any(String) }]);
    expect(schools[0]!.answer.length).toBeGreaterThan(20);
  });

  it('with nothing to go by says so instead of guessing', () => {
    const { isoVg, schools } = requirementOf('gear-case', { gearKind: 'parallel' }, mild);
    expect(isoVg).toBeUndefined();
    expect(schools[0]!.stored).toBeUndefined();
  });

  it.each([
    ['splash', 20_000],
    ['ring', 5000],
    ['pumped', 2000],
  ])('oil fed by %s must start below %i mm²/s', (supply, startLimit) => {
    expect(requirementOf('worm-unit', { centreDistanceMm: 80, supply }, mild).startLimit).toBe(startLimit);
  });

  it('a year over both columns of the tables names the oil of the cold season beside the other', () => {
    expect(requirementOf('worm-unit', { centreDistanceMm: 80 }, { minC: -8, maxC: 35 }).schools[0]!.answer).toContain(
      'in the cold season',
    );
    expect(
      requirementOf('worm-unit', { centreDistanceMm: 80 }, { minC: 12, maxC: 35 }).schools[0]!.answer,
    ).not.toContain('in the cold season');
  });
});

describe('oils by convention', () => {
  it.each([
    [800, 32],
    [1500, 22],
    [3599, 22],
    [3600, 10],
    [10_000, 5],
    [undefined, 22],
  ])('a spindle at %s rpm: VG %i', (speedRpm, isoVg) => {
    expect(grade('spindle', speedRpm === undefined ? {} : { speedRpm }, mild)).toBe(isoVg);
  });

  it.each([
    [0, 68],
    [5, 100],
    [25, 150],
    [45, 220],
    [65, 320],
    [120, 320],
    [121, undefined],
  ])('a chain at %i °C: VG %s', (temperatureC, isoVg) => {
    expect(grade('chain', { temperatureC, dust: 'clean' }, mild)).toBe(isoVg);
  });

  it('a chain without a temperature goes by the warmest surroundings', () => {
    expect(grade('chain', { dust: 'clean' }, { minC: 0, maxC: 20 })).toBe(100);
    expect(grade('chain', { dust: 'clean' }, { minC: 0, maxC: 60 })).toBe(220);
  });

  it.each([
    [{ compressorKind: 'screw' }, 25, 46],
    [{ compressorKind: 'screw' }, 31, 68],
    [{ compressorKind: 'vane' }, 8, 68],
    [{ compressorKind: 'vane' }, 25, 100],
    [{ compressorKind: 'vane' }, 38, 150],
    [{ compressorKind: 'piston' }, 25, 100],
    [{ compressorKind: 'piston', dischargeC: 160 }, 25, 100],
    [{ compressorKind: 'piston', dischargeC: 161 }, 25, 150],
  ])('compressor %j at up to %i °C: VG %i', (details, maxC, isoVg) => {
    expect(grade('compressor', details, { minC: 5, maxC })).toBe(isoVg);
  });

  it('a plain bearing goes by the surface speed of its journal, and asks for what it lacks', () => {
    const slow = requirementOf('sleeve-bearing', { boreMm: 80, speedRpm: 100, temperatureC: 50 }, mild);
    const fast = requirementOf('sleeve-bearing', { boreMm: 80, speedRpm: 3000, temperatureC: 50 }, mild);
    expect(slow.isoVg).toBeGreaterThan(fast.isoVg!);
    expect(slow.schools[0]!.stored!.working[0]).toMatchObject({
      label: 'Surface speed',
      unit: 'm/s',
      value: expect.closeTo(0.4189, 4),
    });
    expect(requirementOf('sleeve-bearing', { boreMm: 80 }, mild).schools).toEqual([
      { school: 'By surface speed', answer: 'Give bore and speed of the journal.' },
    ]);
    expect(
      requirementOf('sleeve-bearing', { boreMm: 80, speedRpm: 100 }, mild).schools[0]!.stored!.working.at(-1),
    ).toMatchObject({ expression: '50 °C assumed' });
  });

  it('a hydraulic set hotter than any grade can stand is told so', () => {
    expect(requirementOf('hydraulic-set', { temperatureC: 350 }, mild)).toMatchObject({
      schools: [{ answer: expect.stringContaining('No grade lies between 13 and 54') }],
    });
  });

  it('a hotter hydraulic set never gets a thinner grade', () => {
    fc.assert(
      fc.property(fc.integer({ min: 15, max: 80 }), fc.integer({ min: 0, max: 20 }), (temperatureC, rise) => {
        const [cool, hot] = [temperatureC, temperatureC + rise].map((at) =>
          grade('hydraulic-set', { temperatureC: at }, mild),
        );
        if (cool !== undefined && hot !== undefined) expect(hot).toBeGreaterThanOrEqual(cool);
      }),
    );
  });
});

describe('greases', () => {
  it.each([
    [{ position: 'vertical' }, ['3', '2']],
    [{ vibrationMmS: 11 }, ['3', '2']],
    [{ position: 'horizontal', vibrationMmS: 10 }, ['2', '1', '3']],
  ])('a bearing %j takes NLGI %j', (details, nlgi) => {
    expect(requirementOf('rolling-bearing', details, mild).nlgi).toEqual(nlgi);
  });

  it.each(['water', 'condensation'])('%s at the bearing makes it wet', (moisture) => {
    expect(requirementOf('insert-bearing', { moisture }, mild)).toMatchObject({
      wet: true,
      typeWhy: expect.stringContaining('water-resistant'),
    });
  });

  it('an open gear in dust is offered a dry film first, and both schools stay', () => {
    expect(requirementOf('open-gear', { dust: 'dusty' }, mild).families).toEqual(['dry-film', 'open-gear', 'grease']);
    expect(requirementOf('open-gear', {}, mild).families).toEqual(['open-gear', 'grease']);
  });

  it('a bearing is counted in grams, a gear case is not', () => {
    expect([takesGrease('rolling-bearing'), takesGrease('gear-case')]).toEqual([true, false]);
  });
});
