import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { gearKinds, gearSelectGrade } from './select-grade';

const base = { kind: 'parallel', ambientMinC: 15, ambientMaxC: 30, wheelMaterial: 'steel', shock: false } as const;
const select = (change: object) => gearSelectGrade.compute(gearSelectGrade.input.parse({ ...base, ...change }));
const result = (change: object) => resultOf(select(change));

describe('film', () => {
  it('gives the check value of the handbook', () => {
    const { film } = result({ pitchLineVelocityMS: 2.5 });
    expectWithin(film!.nu40, 315.5, 0.001);
    expect(film!.isoVg).toBe(320);
  });

  it('is not for worms', () => {
    expect(
      result({ kind: 'worm', wheelMaterial: 'bronze', pitchLineVelocityMS: 2, centreDistanceMm: 100 }).film,
    ).toBeUndefined();
  });
});

describe('by size', () => {
  it.each([
    [{ reductions: 1, centreDistanceMm: 200 }, '3', '4', 150],
    [{ reductions: 1, centreDistanceMm: 201 }, '4', '5', 220],
    [{ reductions: 2, centreDistanceMm: 250 }, '4', '5', 220],
    [{ reductions: 3, centreDistanceMm: 501 }, '5', '6', 320],
    [{ reductions: 3, centreDistanceMm: 501, ambientMinC: -10, ambientMaxC: 5 }, '4', '5', 220],
    [{ kind: 'planetary', centreDistanceMm: 400 }, '3', '4', 150],
    [{ kind: 'bevel', centreDistanceMm: 301 }, '5', '6', 320],
    [{ kind: 'gearmotor' }, '4', '5', 220],
    [{ kind: 'high-speed' }, '2', '2', 68],
    [{ kind: 'high-speed', ambientMinC: -5, ambientMaxC: 10 }, '1', '1', 46],
    [{ kind: 'worm', centreDistanceMm: 150 }, '8C', '8C', 680],
    [{ kind: 'worm', centreDistanceMm: 300, wormSpeedRpm: 450 }, '8C', '8C', 680],
    [{ kind: 'worm', centreDistanceMm: 300, wormSpeedRpm: 451 }, '7C', '7C', 460],
    [{ kind: 'worm', centreDistanceMm: 700, wormSpeedRpm: 201 }, '7C', '7C', 460],
    [{ kind: 'worm', centreDistanceMm: 100, ambientMinC: 0, ambientMaxC: 10 }, '7C', '7C', 460],
  ])('%j', (change, min, max, isoVg) => {
    expect(result(change).bySize).toMatchObject({ agma: { min, max }, isoVg });
  });

  it('asks for the reductions of parallel gears', () => {
    expect(select({ centreDistanceMm: 200 }).ok).toBe(false);
  });
});

describe('by pitch-line velocity', () => {
  it.each([
    [4.9, 30, '6', 320],
    [5, 30, '5', 220],
    [15, 30, '5', 220],
    [15.1, 30, '4', 150],
    [25.1, 30, '2', 68],
    [4.9, 50, '8', 680],
    [4.9, 10, '4', 150],
    [4.9, -15, '3S', 100],
    [30, -15, '0S', 32],
  ])('%f m/s up to %i °C is AGMA %s', (pitchLineVelocityMS, ambientMaxC, agma, isoVg) => {
    expect(result({ pitchLineVelocityMS, ambientMaxC, ambientMinC: Math.min(15, ambientMaxC) })).toMatchObject({
      byVelocity: { agma, isoVg },
      isoVg,
    });
  });

  it.each([
    [2.24, 30, '8C'],
    [2.25, 30, '7C'],
    [2.24, 50, '8S'],
    [3, 50, '7S'],
    [1, -20, '5S'],
  ])('worm at %f m/s up to %i °C is %s', (pitchLineVelocityMS, ambientMaxC, agma) => {
    expect(
      result({ kind: 'worm', pitchLineVelocityMS, ambientMaxC, ambientMinC: Math.min(15, ambientMaxC) }).byVelocity!
        .agma,
    ).toBe(agma);
  });

  it('a range over two columns gives both, with a seasonal notice', () => {
    const outcome = select({ pitchLineVelocityMS: 4, ambientMinC: -5, ambientMaxC: 30 });
    expect(resultOf(outcome).byVelocity).toMatchObject({ agma: '6', coldSeason: { agma: '4', isoVg: 150 } });
    expect(outcome).toMatchObject({
      notices: expect.arrayContaining([expect.objectContaining({ text: expect.stringContaining('season') })]),
    });
  });
});

it('velocity wins over size, size over film, and why says so', () => {
  expect(result({ pitchLineVelocityMS: 4, reductions: 1, centreDistanceMm: 100 })).toMatchObject({
    isoVg: 320,
    why: expect.stringContaining('velocity'),
  });
  expect(result({ reductions: 1, centreDistanceMm: 100 })).toMatchObject({
    isoVg: 150,
    why: expect.stringContaining('thicker'),
  });
  expect(result({ pitchLineVelocityMS: 4, ambientMinC: 15, ambientMaxC: 60 })).toMatchObject({
    why: expect.stringContaining('film'),
  });
});

describe('metals and limits', () => {
  it.each([
    ['bronze', true, 'forbidden'],
    ['bronze', false, 'forbidden'],
    ['steel', true, 'required'],
    ['steel', false, 'allowed'],
    ['polymer', true, 'allowed'],
  ])('%s, shock %s: EP %s', (wheelMaterial, shock, ep) => {
    expect(result({ wheelMaterial, shock, kind: 'gearmotor' }).ep).toBe(ep);
  });

  it('bronze is a stop', () => {
    expect(select({ kind: 'worm', wheelMaterial: 'bronze', centreDistanceMm: 100 })).toMatchObject({
      notices: expect.arrayContaining([expect.objectContaining({ level: 'stop' })]),
    });
  });

  it('hypoid gears are refused to the tables', () => {
    expect(select({ kind: 'hypoid', pitchLineVelocityMS: 5 })).toMatchObject({
      ok: false,
      fields: ['kind'],
      reason: expect.stringContaining('extreme-pressure'),
    });
  });

  it('a cold start too thick and a hot film too thin are said', () => {
    expect(result({ kind: 'gearmotor', supply: 'hydraulic', ambientMinC: -5, ambientMaxC: 20 }).start).toMatchObject({
      ok: false,
    });
    expect(result({ kind: 'high-speed', sumpTemperatureC: 120 }).hot).toMatchObject({ ok: false });
    expect(result({ kind: 'gearmotor', pourPointC: 12 }).start).toMatchObject({ ok: false });
  });

  it('a compounded oil in a hot sump is cautioned', () => {
    expect(
      select({ kind: 'worm', wheelMaterial: 'bronze', centreDistanceMm: 100, sumpTemperatureC: 81 }),
    ).toMatchObject({
      notices: expect.arrayContaining([expect.objectContaining({ text: expect.stringContaining('loses its fat') })]),
    });
  });

  it('without speed or size nothing is answered; swapped ambients are told', () => {
    expect(select({})).toMatchObject({ ok: false, fields: ['pitchLineVelocityMS', 'centreDistanceMm'] });
    expect(
      gearSelectGrade.input.safeParse({ ...base, ambientMinC: 30, ambientMaxC: 10 }).error?.issues[0],
    ).toMatchObject({ path: ['ambientMinC'] });
  });

  it('a warmer ambient never selects a thinner grade', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...gearKinds.filter((kind) => kind !== 'hypoid')),
        fc.integer({ min: -10, max: 50 }),
        fc.integer({ min: 0, max: 40 }),
        fc.double({ min: 0.1, max: 40, noNaN: true }),
        (kind, ambient, rise, pitchLineVelocityMS) => {
          fc.pre(ambient + rise <= 55);
          const at = (ambientC: number) =>
            select({ kind, pitchLineVelocityMS, ambientMinC: ambientC, ambientMaxC: ambientC });
          const [cool, warm] = [at(ambient), at(ambient + rise)];
          fc.pre('result' in cool && 'result' in warm);
          expect(resultOf(warm).isoVg).toBeGreaterThanOrEqual(resultOf(cool).isoVg);
        },
      ),
    );
  });
});

const says = (change: object, text: string, level?: string) => {
  const outcome = select(change);
  return outcome.ok && outcome.notices.some((each) => each.text.includes(text) && (!level || each.level === level));
};

describe('a synthetic base is part of the answer', () => {
  it.each([
    [{ pitchLineVelocityMS: 3, ambientMinC: -35, ambientMaxC: -12 }, 'synthetic'],
    [{ pitchLineVelocityMS: 20, ambientMinC: -25, ambientMaxC: -10 }, 'synthetic'],
    [{ kind: 'worm', pitchLineVelocityMS: 1, ambientMinC: 20, ambientMaxC: 50 }, 'synthetic'],
    [{ kind: 'worm', pitchLineVelocityMS: 3, ambientMinC: 36, ambientMaxC: 45 }, 'synthetic'],
    [{ kind: 'worm', pitchLineVelocityMS: 3, ambientMinC: 15, ambientMaxC: 30 }, undefined],
    [{ pitchLineVelocityMS: 3 }, undefined],
  ])('%j: %s', (change, base) => {
    expect(result(change).baseRequired).toBe(base);
  });

  it('is asked of the product, and its index checks the start', () => {
    const cold = { pitchLineVelocityMS: 3, ambientMinC: -30, ambientMaxC: -12 };
    expect(says({ ...cold, base: 'mineral' }, 'synthetic', 'stop')).toBe(true);
    expect(says({ ...cold, base: 'unknown' }, 'not known', 'stop')).toBe(true);
    expect(says({ ...cold, base: 'pao' }, 'asks for a synthetic')).toBe(false);
    expect(says({ ...cold, base: 'pao', viscosityIndex: 100 }, 'at least 140', 'caution')).toBe(true);
    expect(result(cold).start!.kv).toBeLessThan(result({ ...cold, viscosityIndex: 95 }).start!.kv);
  });

  it('says for the cold season that the colder answer is synthetic', () => {
    expect(says({ pitchLineVelocityMS: 3, ambientMinC: -20, ambientMaxC: 5 }, 'In the cold season', 'caution')).toBe(
      true,
    );
  });
});

describe('a hot sump', () => {
  it.each([
    [{ sumpTemperatureC: 90 }, undefined],
    [{ sumpTemperatureC: 91 }, 'caution'],
    [{ sumpTemperatureC: 96 }, 'stop'],
    [{ sumpTemperatureC: 100, base: 'unknown' }, 'stop'],
    [{ sumpTemperatureC: 100, base: 'vegetable' }, 'stop'],
    [{ sumpTemperatureC: 100, base: 'pag' }, undefined],
    [{ sumpTemperatureC: 111, base: 'pao' }, 'stop'],
  ])('%j: %s', (change, level) => {
    const outcome = select({ pitchLineVelocityMS: 3, ...change });
    const said = outcome.ok ? outcome.notices.find(({ text }) => text.startsWith('Sump at')) : undefined;
    expect(said?.level).toBe(level);
  });
});

describe('a rare peak', () => {
  it.each([
    [{ ambientMaxC: 38 }, 680],
    [{ ambientMaxC: 38, peakDaysShare: 0.05 }, 320],
    [{ ambientMaxC: 40, peakDaysShare: 0.09 }, 320],
    [{ ambientMaxC: 41, peakDaysShare: 0.05 }, 680],
    [{ ambientMaxC: 38, peakDaysShare: 0.1 }, 680],
    [{ ambientMaxC: 13, ambientMinC: 0, peakDaysShare: 0.02 }, 150],
  ])('%j: VG %i', (change, isoVg) => {
    expect(result({ pitchLineVelocityMS: 3, ...change }).isoVg).toBe(isoVg);
    expect(says({ pitchLineVelocityMS: 3, ...change }, 'does not move the column')).toBe(isoVg !== 680);
  });
});

describe('schools that disagree', () => {
  it.each([
    [{ pitchLineVelocityMS: 0.3, reductions: 1, centreDistanceMm: 150 }, 'by size', 'by film'],
    [{ pitchLineVelocityMS: 30, reductions: 3, centreDistanceMm: 600 }, 'by pitch-line velocity', 'by size'],
    [
      { pitchLineVelocityMS: 18, kind: 'bevel', centreDistanceMm: 400, ambientMinC: 36, ambientMaxC: 45 },
      'by film',
      undefined,
    ],
  ])('%j', (change, thinnest, thickest) => {
    const { disagreement } = result(change);
    expect(disagreement!.grades).toBeGreaterThan(2);
    expect(disagreement!.thinnest.school).toBe(thinnest);
    if (thickest) expect(disagreement!.thickest.school).toBe(thickest);
    expect(says(change, 'disagree', 'caution')).toBe(true);
  });

  it('are not named within two grades', () => {
    expect(result({ pitchLineVelocityMS: 4, reductions: 1, centreDistanceMm: 300 }).disagreement).toBeUndefined();
    expect(result({ pitchLineVelocityMS: 2.5, reductions: 2, centreDistanceMm: 250 }).disagreement).toBeUndefined();
  });
});

describe('a refusal points at what is missing or wrong', () => {
  it.each([
    [{ centreDistanceMm: 250 }, ['reductions']],
    [{ kind: 'worm', centreDistanceMm: 200 }, ['wormSpeedRpm']],
    [{ kind: 'worm', centreDistanceMm: 500, wheelMaterial: 'bronze' }, ['wormSpeedRpm']],
    [{ kind: 'planetary' }, ['pitchLineVelocityMS', 'centreDistanceMm']],
    [{ kind: 'gearmotor', ambientMaxC: 60 }, ['ambientMaxC', 'ambientMinC']],
    [{ pitchLineVelocityMS: 4, kv100: 330 }, ['kv100']],
  ])('%j: %j', (change, fields) => {
    expect(select(change)).toMatchObject({ ok: false, fields });
  });

  it('takes the product’s own line, told once', () => {
    const line = (change: object) => result({ pitchLineVelocityMS: 4, ambientMinC: 0, ...change }).start!.kv;
    expect(line({ kv100: 35 })).toBeLessThan(line({}));
    expect(gearSelectGrade.input.safeParse({ ...base, kv100: 24, viscosityIndex: 95 }).error?.issues[0]?.path).toEqual([
      'kv100',
    ]);
  });

  it('names turbine oil first for high-speed gears', () => {
    expect(says({ kind: 'high-speed' }, 'turbine oil')).toBe(true);
  });
});
