import { expect, test } from '@playwright/test';
import { post } from './book';

/** What anyone may ask over HTTP: input, and what the answer must hold. Numbers within half a percent. */
const questions: [method: string, input: object, result: object][] = [
  ['viscosity.at-temperature', { kv40: 220, viscosityIndex: 95, temperatureC: 70 }, { kv: 51.2 }],
  ['viscosity.at-temperature', { kv40: 220, viscosityIndex: 95, temperatureC: 0 }, { kv: 5440 }],
  ['viscosity.temperature-for', { kv40: 46, kv100: 6.8, kv: 46 }, { temperatureC: 40 }],
  ['viscosity.index', { kv40: 73.3, kv100: 8.86 }, { viscosityIndex: 92 }],
  ['viscosity.index', { kv40: 22.83, kv100: 5.05 }, { viscosityIndex: 156 }],
  ['viscosity.grade', { kv40: 57.9 }, { isoVg: 68, withinGrade: false, below: 46, above: 100 }],
  ['viscosity.translate', { scale: 'sus-100f', value: 300 }, { isoVg: 68, kv40: { typical: 57.9 } }],
  ['viscosity.translate', { scale: 'agma', value: '4 EP' }, { isoVg: 150, kv40: { min: 135, typical: 150, max: 165 } }],
  ['viscosity.translate', { scale: 'agma', value: '12' }, { isoVg: null, kv40: { min: 6120, max: 7480 } }],
  ['viscosity.translate', { scale: 'sae-gear', value: 140 }, { candidates: [{ isoVg: 460 }, { isoVg: 460 }] }],
  ['viscosity.translate', { scale: 'sae-engine', value: '20' }, { isoVg: 68 }],
  ['viscosity.translate', { scale: 'iso-vg', value: 5 }, { kv40: { typical: 4.6 } }],
  [
    'viscosity.blend',
    {
      parts: [
        { kv: 32, share: 0.5 },
        { kv: 220, share: 0.5 },
      ],
    },
    { kv: 75.9 },
  ],
  ['lubricant.decode', { designation: 'KP 2 K-20' }, { type: 'grease', nlgi: '2', upperC: 120, lowerC: -20 }],
  ['lubricant.decode', { designation: 'CLP 220' }, { type: 'gear-ep', isoVg: 220 }],
  ['lubricant.decode', { designation: 'HLP 46' }, { type: 'hydraulic', isoVg: 46 }],
  ['lubricant.decode', { designation: 'CGLP 68' }, { type: 'slideway', isoVg: 68 }],
  ['compat.lubricants', { a: { base: 'mineral' }, b: { base: 'pag' } }, { verdict: 'never', flush: true }],
  [
    'compat.materials',
    { fluid: { base: 'mineral', additives: ['ep-active'] }, materials: ['bronze'] },
    { verdict: 'never' },
  ],
  [
    'bearing.from-designation',
    { designation: '6312-2Z' },
    { boreMm: 60, outsideDiameterMm: 130, widthMm: 31, kind: 'ball', sealed: true, relubricable: false },
  ],
  [
    'bearing.from-designation',
    { designation: 'UC 210' },
    { boreMm: 50, outsideDiameterMm: 90, sealed: true, relubricable: true },
  ],
  [
    'bearing.from-designation',
    { designation: '32210' },
    { boreMm: 50, outsideDiameterMm: 90, widthMm: 24.75, kind: 'tapered' },
  ],
  [
    'bearing.required-viscosity',
    { boreMm: 60, outsideDiameterMm: 130, speedRpm: 1500 },
    { meanDiameterMm: 95, nu1: 11.9 },
  ],
  ['bearing.viscosity-ratio', { kv: 24, nu1: 12 }, { kappa: 2, regime: 'good' }],
  ['bearing.select-grade', { boreMm: 60, outsideDiameterMm: 130, speedRpm: 1500, temperatureC: 70 }, { isoVg: 100 }],
  ['grease.quantity', { outsideDiameterMm: 180, widthMm: 46, school: 'fixed', feed: 'centre' }, { massG: 16.56 }],
  [
    'grease.initial-fill',
    { boreMm: 60, outsideDiameterMm: 130, widthMm: 31, bearingMassKg: 1.7, speedShare: 0.1 },
    { fillShare: 0.9, freeVolumeCm3: 105.9 },
  ],
  ['grease.strokes', { massG: 16.56, gramsPerStroke: 1.2 }, { strokes: 14 }],
  ['grease.gun-calibration', { strokes: 20, massG: 24 }, { gramsPerStroke: 1.2 }],
  [
    'grease.interval',
    {
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
    { intervalH: 9649 },
  ],
  [
    'gear.select-grade',
    {
      kind: 'parallel',
      pitchLineVelocityMS: 2.5,
      ambientMinC: 15,
      ambientMaxC: 30,
      wheelMaterial: 'steel',
      shock: false,
    },
    { film: { nu40: 315.5, isoVg: 320 }, byVelocity: { agma: '6', isoVg: 320 }, ep: 'allowed' },
  ],
  [
    'gear.select-grade',
    { kind: 'worm', centreDistanceMm: 100, ambientMinC: 12, ambientMaxC: 40, wheelMaterial: 'bronze', shock: false },
    { bySize: { agma: { min: '8C', max: '8C' } }, isoVg: 680, ep: 'forbidden' },
  ],
  [
    'oil.fill',
    {
      table: [
        { position: 'B3', volumeL: 1.2 },
        { position: 'V5', volumeL: 1.8 },
      ],
      position: 'V5',
    },
    { volumeL: 1.8 },
  ],
  ['oil.life', { baseLifeH: 8000, baseTemperatureC: 60, temperatureC: 80 }, { lifeH: 2000 }],
  ['drip.rate', { dropsPerMinute: 10, reservoirMl: 120 }, { mlPerHour: 24, enduranceH: 5 }],
  [
    'lubricator.setting',
    { requiredG: 20, intervalH: 1000, hoursPerDay: 16, capacityCm3: 120, settingsDays: [30, 90, 180, 365] },
    { days: 180, gramsPerDay: 0.6 },
  ],
  ['coolant.correct', { tankL: 200, readingPct: 4, targetPct: 6 }, { concentrateL: 4.255, waterL: 0 }],
  [
    'condition.assess',
    { observations: [{ what: 'milky' }, { what: 'rust-red' }], point: { kind: 'gear-case' } },
    { verdict: 'act-now', actBy: 'same-shift', restart: 'supervised', causes: ['condensate'] },
  ],
  [
    'condition.assess',
    { readings: [{ quantity: 'temperature', value: 61, unit: '°C' }] },
    { verdict: 'watch', nextSteps: ['have its limits said'] },
  ],
  [
    'condition.temperature-rise',
    {
      readings: [40, 52, 58, 61].map((temperatureC, step) => ({
        at: `2026-03-01T06:${step}0:00Z`,
        temperatureC,
      })),
      ambientC: 20,
    },
    { ratePerMin: 0.3, plateauC: 65, verdict: 'watch' },
  ],
  [
    'gas.precharge',
    { readingBar: 100, temperatureC: 40, minBar: 95, maxBar: 110 },
    { correctedBar: 93.55, action: 'call-authorised', leakSuspected: false },
  ],
  [
    'wear.limit-forecast',
    {
      readings: [0.1, 0.15, 0.2].map((value, step) => ({ meter: 1000 * (step + 1), value })),
      newValue: 0.05,
      limit: 0.4,
    },
    { per1000H: 0.05, remainingH: { mid: 4000 } },
  ],
];

/** Asserts that `actual` holds everything of `wanted`; numbers within half a percent. */
function holds(actual: unknown, wanted: unknown, path: string): void {
  if (typeof wanted === 'number')
    expect(Math.abs((actual as number) - wanted), `${path}: ${String(actual)} for ${wanted}`).toBeLessThanOrEqual(
      Math.max(1e-9, Math.abs(wanted) * 0.005),
    );
  else if (wanted !== null && typeof wanted === 'object')
    for (const [key, value] of Object.entries(wanted))
      holds((actual as Record<string, unknown>)[key], value, `${path}/${key}`);
  else expect(actual, path).toEqual(wanted);
}

for (const [method, input, result] of questions) {
  test(`${method} answers ${JSON.stringify(input).slice(0, 90)}`, async ({ request }) => {
    const answer = await post(request, `/api/methods/${method}`, input);
    expect(answer.status()).toBe(200);
    const body = (await answer.json()) as { method: string; result: unknown; working: unknown[]; source: string };
    expect(body.method).toBe(method);
    expect(body.working.length).toBeGreaterThan(0);
    expect(body.source.length).toBeGreaterThan(5);
    holds(body.result, result, '');
  });
}

const refusals: [method: string, input: object, pointer: string][] = [
  ['viscosity.translate', { scale: 'sus-100f', value: 31 }, '/value'],
  ['viscosity.translate', { scale: 'iso-vg', value: 57 }, '/value'],
  [
    'viscosity.blend',
    {
      parts: [
        { kv: 32, share: 0.4 },
        { kv: 220, share: 0.5 },
      ],
    },
    '/parts',
  ],
  ['lubricant.decode', { designation: 'Old Reliable 37' }, '/designation'],
  ['bearing.from-designation', { designation: '9999' }, '/designation'],
  [
    'gear.select-grade',
    { kind: 'hypoid', ambientMinC: 0, ambientMaxC: 30, wheelMaterial: 'steel', shock: true },
    '/kind',
  ],
  [
    'gear.select-grade',
    { kind: 'worm', ambientMinC: 30, ambientMaxC: 0, wheelMaterial: 'bronze', shock: false },
    '/ambientMinC',
  ],
  ['oil.fill', { table: [{ position: 'B3', volumeL: 1.2 }], position: 'V5' }, '/position'],
  [
    'lubricator.setting',
    { requiredG: 900, intervalH: 100, hoursPerDay: 24, capacityCm3: 60, settingsDays: [30] },
    '/settingsDays',
  ],
  ['coolant.correct', { tankL: 200, readingPct: 4, targetPct: 12, topUpL: 2 }, '/targetPct'],
  ['compat.materials', { fluid: {}, materials: ['nbr'] }, '/fluid/base'],
];

for (const [method, input, pointer] of refusals) {
  test(`${method} refuses ${JSON.stringify(input).slice(0, 80)} at ${pointer}`, async ({ request }) => {
    const answer = await post(request, `/api/methods/${method}`, input);
    expect(answer.status()).toBe(422);
    expect(answer.headers()['content-type']).toContain('application/problem+json');
    const { errors } = (await answer.json()) as { errors: { pointer: string; detail: string; code: string }[] };
    expect(errors.map((each) => each.pointer)).toContain(pointer);
    expect(errors.every(({ detail, code }) => detail.length > 10 && code !== '')).toBe(true);
  });
}
