import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { allNumbersFinite, describeMethod, runMethod } from './method';
import { findMethod, methods } from './methods';

/** One good input per method; the fuzz below spoils them. */
const goodInputs: Record<string, Record<string, unknown>> = {
  'viscosity.at-temperature': { kv40: 220, viscosityIndex: 95, temperatureC: 70 },
  'viscosity.temperature-for': { kv40: 220, kv100: 19, kv: 50 },
  'viscosity.index': { kv40: 73.3, kv100: 8.86 },
  'viscosity.grade': { kv40: 57.9 },
  'viscosity.translate': { scale: 'sus-100f', value: 300 },
  'viscosity.blend': {
    parts: [
      { kv: 32, share: 0.5 },
      { kv: 220, share: 0.5 },
    ],
  },
  'lubricant.decode': { designation: 'KP 2 K-20' },
  'compat.lubricants': {
    a: { family: 'hydraulic', base: 'mineral', additives: ['anti-wear-zinc'] },
    b: { family: 'hydraulic', base: 'mineral', additives: ['anti-wear-ashless'] },
  },
  'compat.materials': { fluid: { base: 'mineral', additives: ['ep-active'] }, materials: ['bronze', 'nbr'] },
  'bearing.from-designation': { designation: '6312-2Z' },
  'bearing.required-viscosity': { boreMm: 60, outsideDiameterMm: 130, speedRpm: 1500 },
  'bearing.viscosity-ratio': { kv: 20, nu1: 12 },
  'bearing.select-grade': { boreMm: 60, outsideDiameterMm: 130, widthMm: 31, speedRpm: 1500, temperatureC: 70 },
  'grease.quantity': { outsideDiameterMm: 130, widthMm: 31, school: 'fixed' },
  'grease.initial-fill': { boreMm: 60, outsideDiameterMm: 130, widthMm: 31, bearingMassKg: 1.7, speedShare: 0.5 },
  'grease.gun-calibration': { strokes: 20, massG: 24.1 },
  'gear.select-grade': {
    kind: 'parallel',
    pitchLineVelocityMS: 2.5,
    centreDistanceMm: 250,
    reductions: 2,
    ambientMinC: 10,
    ambientMaxC: 30,
    sumpTemperatureC: 65,
    wheelMaterial: 'steel',
    shock: false,
  },
  'oil.fill': {
    levelMarks: [
      { levelMm: 0, volumeL: 10 },
      { levelMm: 100, volumeL: 16 },
    ],
    levelMm: 40,
    targetMm: 80,
  },
  'oil.life': { baseLifeH: 8000, baseTemperatureC: 60, temperatureC: 80 },
  'sump.ledger': {
    capacityL: 20,
    events: [
      { at: '2026-01-01T06:00:00Z', meter: 100, kind: 'fill', lubricantId: 'O-220' },
      { at: '2026-03-01T06:00:00Z', meter: 900, kind: 'top-up', lubricantId: 'O-220', volumeL: 1.5 },
    ],
    asOf: '2026-04-01T06:00:00Z',
    meter: 1200,
  },
  'sump.flush': { capacityL: 20, residualL: 1, flushVolumeL: 10, targetShare: 0.001 },
  'condition.assess': { observations: [{ what: 'milky', standing: 'stays' }], point: { kind: 'gear-case' } },
  'condition.temperature-rise': {
    readings: [
      { at: '2026-03-01T06:00:00Z', temperatureC: 20 },
      { at: '2026-03-01T06:20:00Z', temperatureC: 45 },
      { at: '2026-03-01T06:40:00Z', temperatureC: 55 },
    ],
    ambientC: 20,
  },
  'gas.precharge': { readingBar: 100, temperatureC: 40, minBar: 90, maxBar: 110 },
  'wear.limit-forecast': {
    readings: [
      { meter: 1000, value: 0.1 },
      { meter: 2000, value: 0.16 },
      { meter: 3000, value: 0.2 },
    ],
    newValue: 0.05,
    limit: 0.4,
  },
  'drip.rate': { dropsPerMinute: 10, dropsPerMl: 25, reservoirMl: 120 },
  'lubricator.setting': {
    requiredG: 20,
    intervalH: 1000,
    hoursPerDay: 16,
    capacityCm3: 120,
    settingsDays: [30, 90, 180, 365],
  },
  'coolant.correct': { tankL: 200, readingPct: 4, factor: 1, targetPct: 6 },
  'grease.strokes': { massG: 20.15, gramsPerStroke: 1.2 },
  'grease.interval': {
    kind: 'ball',
    boreMm: 60,
    speedRpm: 1500,
    temperatureC: 60,
    contamination: 'light-non-abrasive',
    moisture: 'dry',
    vibrationMmS: 1,
    position: 'horizontal',
    temperatureRule: 'steps',
  },
  'interval.next-due': {
    stages: [{ name: 'x', days: 30 }],
    history: [{ at: '2026-01-01T00:00Z' }],
    meters: {},
    asOf: '2026-01-05T00:00:00+01:00',
  },
  'route.order': {
    stops: [
      { id: 'a', x: 10, y: 0, minutes: 5 },
      { id: 'b', x: 20, y: 5, minutes: 3, parts: [{ minutes: 3, waitMinutes: 10 }, { minutes: 2 }] },
    ],
    start: { x: 0, y: 0 },
    iterations: 50,
  },
  'plan.level': {
    tasks: [
      { id: 'a', minutes: 30, dueFrom: '2026-03-02', dueTo: '2026-03-04', everyDays: 7 },
      { id: 'b', minutes: 30, dueFrom: '2026-03-02', dueTo: '2026-03-04' },
    ],
    days: [
      { date: '2026-03-02', minutes: 60 },
      { date: '2026-03-03', minutes: 60 },
    ],
  },
  'meter.forecast': {
    readings: [{ at: '2026-01-01T00:00:00Z', value: 5 }],
    asOf: '2026-01-05T00:00:00Z',
    targetValue: 100,
  },
};

describe.each(methods.map((method) => [method.id, method] as const))('%s', (id, method) => {
  it('answers a good input with working, in its own output shape', async () => {
    const run = await runMethod(method, goodInputs[id]);
    expect(run).toMatchObject({ ok: true, method: id, version: method.version });
    if (!run.ok) return;
    expect(run.working.length).toBeGreaterThan(0);
    expect(method.output.safeParse(run.result).error).toBeUndefined();
  });

  it('publishes a schema in which every number has a title and a range', () => {
    const { input, output } = describeMethod(method);
    expect(JSON.stringify(output)).not.toBe('{}');
    const numbers = collect(input, (node) => node.type === 'number' || node.type === 'integer');
    for (const node of numbers) expect(node, JSON.stringify(node)).toHaveProperty('title');
    expect((input as { required?: string[] }).required ?? []).not.toContain('densityGCm3');
    expect((input as { additionalProperties?: boolean }).additionalProperties).toBe(false);
  });

  it('says its rules and its source in words, as the bench shows them, not in names of fields', () => {
    const fieldName = /\b(?!mPa|kPa|mL)[a-z]+[A-Z]\w*/;
    for (const words of [...method.rules, method.title, method.source]) expect(words).not.toMatch(fieldName);
  });

  it('turns any malformed body into problems with pointers, never into an exception or NaN', async () => {
    const nasty = fc.oneof(
      fc.constantFrom(
        null,
        true,
        '',
        '1,500',
        -1,
        0,
        1e308,
        -1e308,
        1e-300,
        Number.NaN,
        Number.POSITIVE_INFINITY,
        [],
        {},
      ),
      fc.anything({ maxDepth: 2 }),
    );
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...Object.keys(goodInputs[id]!), 'extra'), nasty, async (key, value) => {
        const run = await runMethod(method, { ...goodInputs[id], [key]: value });
        if (run.ok) expect(allNumbersFinite(run.result)).toBe(true);
        else
          expect(
            run.problems.every(
              ({ pointer, detail, code }) =>
                (pointer === '' || pointer.startsWith('/')) && detail.length > 5 && code !== '',
            ),
          ).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('answers every accepted input with finite numbers or a reason', async () => {
    const numeric = Object.keys(goodInputs[id]!).filter((key) => typeof goodInputs[id]![key] === 'number');
    if (numeric.length === 0) return expect(numeric).toEqual([]);
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...numeric),
        fc.double({ min: -1e7, max: 1e7, noNaN: true }),
        async (key, value) => {
          const run = await runMethod(method, { ...goodInputs[id], [key]: value });
          if (run.ok) expect([allNumbersFinite(run.result), allNumbersFinite(run.working)]).toEqual([true, true]);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('problems', () => {
  const problemsFor = async (input: unknown) => {
    const run = await runMethod(findMethod('bearing.required-viscosity')!, input);
    return run.ok ? [] : run.problems;
  };

  it('tell missing from wrong, and name unknown fields', async () => {
    expect(await problemsFor({ boreMm: '60', speedRpm: 1500, 'a/b': 1 })).toEqual([
      { pointer: '/boreMm', detail: 'Bore d: must be a number in mm.', code: 'invalid-type' },
      { pointer: '/outsideDiameterMm', detail: 'Outside diameter D: is missing.', code: 'missing' },
      {
        pointer: '/a~1b',
        detail: '"a/b" is not a field here. Check its spelling, or leave it out.',
        code: 'unknown-field',
      },
    ]);
  });

  it('say the range with its unit', async () => {
    expect(await problemsFor({ boreMm: 60, outsideDiameterMm: 130, speedRpm: 0 })).toEqual([
      { pointer: '/speedRpm', detail: 'Speed: must be more than 0 rpm.', code: 'too-small' },
    ]);
  });
});

type Node = Record<string, unknown>;
function collect(node: unknown, wanted: (node: Node) => boolean): Node[] {
  if (Array.isArray(node)) return node.flatMap((each) => collect(each, wanted));
  if (node === null || typeof node !== 'object') return [];
  return [
    ...(wanted(node as Node) ? [node as Node] : []),
    ...Object.values(node).flatMap((each) => collect(each, wanted)),
  ];
}

it('every id is published once', () => {
  expect(new Set(methods.map(({ id }) => id)).size).toBe(methods.length);
  expect(z.string().safeParse(methods[0]!.source).success).toBe(true);
});
