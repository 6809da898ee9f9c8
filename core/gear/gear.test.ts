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
