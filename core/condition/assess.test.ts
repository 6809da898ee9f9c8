import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointKindNames } from '../register/point-kinds';
import { resultOf } from '../testing';
import { type FindingWhat, findingWords, urgencyOf } from '../words/findings';
import { grades, wheres } from '../words/sign-row';
import { type SignWhat, signs } from '../words/signs';
import { conditionAssess } from './assess';

type Input = Parameters<typeof conditionAssess.input.parse>[0];
const parsed = (input: object) => conditionAssess.input.parse(input as Input);
const assess = (input: object) => resultOf(conditionAssess.compute(parsed(input)));

/** `milky much`, `leak over-10 @walkway`, `milky ~clears`: a sign, its grade, where, how a sample stood. */
const observation = (text: string) => {
  const [what, ...rest] = text.split(' ');
  const begins = (mark: string) => rest.find((word) => word.startsWith(mark))?.slice(1);
  const grade = rest.find((word) => !/^[@~]/.test(word));
  const [where, standing] = [begins('@'), begins('~')];
  return { what, ...(grade && { grade }), ...(where && { where }), ...(standing && { standing }) };
};
/** `gear-case`, `worm-unit run-in`, `c4`, `x3`, `greased`: kind, stage, consequence, visits running, just greased. */
const context = (text: string) => {
  const words = text.split(' ').filter(Boolean);
  const number = (letter: string) => Number(words.find((word) => word.startsWith(letter) && word.length === 2)?.[1]);
  const kind = words.find((word) => (pointKindNames as readonly string[]).includes(word));
  return {
    point: {
      ...(kind && { kind }),
      ...(words.includes('run-in') && { stage: 'run-in' }),
      ...(number('c') && { consequence: number('c') }),
      ...(number('x') && { visitsRunning: number('x') }),
    },
    justGreased: words.includes('greased'),
  };
};
/** `act-now same-shift supervised`, as an answer says it. */
const said = ({ verdict, actBy, restart }: ReturnType<typeof assess>) =>
  [verdict, actBy, restart].filter(Boolean).join(' ');
const seen = (signsSeen: string, at = '') =>
  assess({ observations: signsSeen.split(' + ').map(observation), ...context(at) });

const stop = 'act-now immediately no';
describe('what is seen', () => {
  it.each([
    // No oil.
    ['no-oil', 'gear-case', stop],
    ['no-oil', 'ring-oiler', stop],
    ['no-oil', 'hydraulic-set c1', stop],
    ['no-oil never-run', 'gear-case', 'act-now same-shift after'],
    ['no-oil never-run', 'worm-unit c4', stop],
    // Level.
    ['level-low', 'gear-case', 'watch yes'],
    ['level-low', 'gear-case x2', 'plan this-week yes'],
    ['level-low', 'gear-case x3', 'plan this-week yes'],
    ['level-low', 'gear-case c4', 'plan this-week yes'],
    ['level-low', 'gear-case c4 x2', 'act-now same-shift supervised'],
    ['level-up', 'hydraulic-set', 'plan this-week after'],
    ['level-up water-smell', 'gear-case', 'act-now same-shift after'],
    ['level-up gas-smell', 'compressor', 'act-now same-shift after'],
    // Water, air, foam.
    ['milky', 'gear-case', 'plan this-week supervised'],
    ['milky ~stays', 'gear-case', 'plan this-week supervised'],
    ['milky ~clears', 'gear-case', 'watch yes'],
    ['milky ~clears', 'hydraulic-set', 'watch yes'],
    ['milky ~clears', 'gear-case x3', 'plan next-stop yes'],
    ['milky', 'hydraulic-set', 'act-now same-shift after'],
    ['milky', 'sleeve-bearing', 'act-now same-shift after'],
    ['milky', 'ring-oiler', 'act-now same-shift after'],
    ['milky', 'bottle-oiler', 'act-now same-shift after'],
    ['milky', 'compressor', 'act-now same-shift after'],
    ['milky', 'circulating-outlet', 'act-now same-shift after'],
    ['milky much', 'gear-case', 'act-now same-shift after'],
    ['milky much', 'worm-unit', 'act-now same-shift after'],
    ['foamy', 'gear-case', 'plan next-stop yes'],
    ['foamy settles', 'gear-case', 'watch yes'],
    ['foamy', 'hydraulic-set c4', 'act-now same-shift supervised'],
    ['rust-red', 'gear-case', 'plan this-week supervised'],
    // Ageing, dirt.
    ['dark', 'gear-case', 'plan next-stop supervised'],
    ['dark no-smell', 'gear-case', 'watch yes'],
    ['dark no-smell', 'gear-case x3', 'plan next-stop yes'],
    ['dark burnt', 'hydraulic-set', 'plan next-stop supervised'],
    ['gritty', 'gear-case', 'plan this-week supervised'],
    ['gritty', 'worm-unit', 'plan this-week supervised'],
    ['gritty', 'hydraulic-set', 'act-now same-shift after'],
    ['gritty', 'sleeve-bearing', 'act-now same-shift after'],
    ['sludge', 'gear-case', 'plan next-stop yes'],
    ['acid-up', 'hydraulic-set', 'plan next-stop yes'],
    // Metal.
    ['shimmer', 'gear-case run-in', 'watch yes'],
    ['shimmer', 'gear-case', 'plan next-stop yes'],
    ['particles', 'gear-case', stop],
    ['particles', 'gear-case run-in', stop],
    ['particles', 'worm-unit run-in', stop],
    ['bronze', 'worm-unit run-in', 'watch yes'],
    ['bronze haze', 'worm-unit run-in', 'watch yes'],
    ['bronze flakes', 'worm-unit run-in', stop],
    ['bronze', 'worm-unit', 'plan next-stop supervised'],
    ['bronze', 'sleeve-bearing', 'plan next-stop supervised'],
    ['bronze', 'gear-case run-in', 'plan next-stop supervised'],
    ['bronze flakes', 'sleeve-bearing', stop],
    ['magnet 0', 'gear-case', 'fine yes'],
    ['magnet 1', 'gear-case', 'fine yes'],
    ['magnet 1', 'gear-case run-in', 'watch yes'],
    ['magnet 2', 'gear-case', 'watch yes'],
    ['magnet 3', 'gear-case', 'plan this-week supervised'],
    ['magnet 4', 'gear-case', stop],
    ['magnet 4', 'gear-case run-in', stop],
    ['magnet', 'gear-case', 'watch yes'],
    // Heat.
    ['hot', 'gear-case', 'watch yes'],
    ['hot 10-k', 'gear-case', 'watch yes'],
    ['hot 20-k', 'gear-case', 'plan this-week supervised'],
    ['hot over-limit', 'gear-case', stop],
    ['hot 10-k', 'rolling-bearing greased', 'fine yes'],
    ['hot 20-k', 'rolling-bearing greased', 'plan same-shift supervised'],
    ['hot over-limit', 'rolling-bearing greased', stop],
    ['hot', 'rolling-bearing greased', 'watch yes'],
    ['hot', 'gear-case x3', 'plan next-stop yes'],
    ['hot', 'gear-case c4 x3', 'act-now same-shift supervised'],
    ['still-climbing', 'gear-case', stop],
    ['still-climbing', 'rolling-bearing greased', stop],
    // Noise and vibration.
    ['noise', 'rolling-bearing', 'plan this-week supervised'],
    ['noise', 'rolling-bearing c4', 'act-now same-shift supervised'],
    ['vibration', 'rolling-bearing', 'plan this-week supervised'],
    ['vibration zone-c', 'rolling-bearing', 'plan this-week supervised'],
    ['vibration zone-d', 'rolling-bearing', stop],
    // Grease.
    ['grease-thrown', 'rolling-bearing', 'watch yes'],
    ['grease-thrown @lip-seal', 'rolling-bearing', 'plan this-week yes'],
    ['grease-thrown @motor', 'rolling-bearing', 'plan this-week yes'],
    ['grease-hard', 'rolling-bearing', 'plan next-stop yes'],
    ['grease-milky', 'rolling-bearing', 'plan this-week yes'],
    ['fitting-broken', 'rolling-bearing', 'plan this-week yes'],
    ['fitting-broken', 'rolling-bearing c4', 'act-now same-shift supervised'],
    ['relief-blocked', 'rolling-bearing', 'plan this-week yes'],
    ['lubricator-still', 'single-point-lubricator', 'plan this-week yes'],
    ['double-dose', 'rolling-bearing', 'watch yes'],
    // Flow.
    ['no-flow', 'ring-oiler', stop],
    ['no-flow', 'sleeve-bearing', stop],
    ['no-flow', 'circulating-outlet', stop],
    ['no-flow', 'drip-oiler', stop],
    ['no-flow', 'chain', 'plan same-shift yes'],
    ['no-flow', 'slideway', 'plan same-shift yes'],
    ['no-flow', 'chain c4', 'act-now same-shift supervised'],
    // Filters and gauges.
    ['dp-high cold', 'hydraulic-set', 'watch yes'],
    ['dp-high warm', 'hydraulic-set', 'plan this-week yes'],
    ['dp-high', 'hydraulic-set', 'plan this-week yes'],
    ['dp-high indicator', 'hydraulic-set', 'act-now same-shift supervised'],
    ['dp-zero', 'hydraulic-set', 'act-now same-shift supervised'],
    ['gauges-differ', 'hydraulic-set', 'plan this-week supervised'],
    // Leaks.
    ['leak', 'gear-case', 'plan next-stop yes'],
    ['leak drip-1', 'gear-case', 'plan next-stop yes'],
    ['leak drip-1 @walkway', 'gear-case', 'act-now same-shift yes'],
    ['leak drip-10', 'gear-case', 'plan this-week yes'],
    ['leak over-10', 'gear-case', 'act-now same-shift supervised'],
    ['leak over-10 @walkway', 'gear-case', 'act-now same-shift supervised'],
    ['leak drip-1 @near-heat', 'gear-case', stop],
    ['leak', 'gear-case c4', 'act-now same-shift supervised'],
    ['jet', 'hydraulic-set', stop],
    // Wrong lubricant.
    ['wrong-lubricant same-family', 'gear-case', 'watch yes'],
    ['wrong-lubricant test-first', 'gear-case', 'plan this-week supervised'],
    ['wrong-lubricant never', 'worm-unit', stop],
    ['wrong-lubricant', 'gear-case', stop],
    // What is missing or not safe.
    ['cover-missing', 'gear-case', 'plan this-week yes'],
    ['guard-missing', 'chain', stop],
    ['breather-blocked', 'gear-case', 'plan next-stop yes'],
    ['bolt-moved', 'generic', 'plan this-week supervised'],
    ['unsafe-isolation', 'gear-case', stop],
    ['unknown-content', 'gear-case', stop],
    ['unclear-energy', 'hydraulic-set', stop],
    ['sluggish', 'machine-tool-gearbox', 'plan next-stop supervised'],
    ['other', 'gear-case', 'watch yes'],
    ['overdue', 'gear-case', 'watch yes'],
    ['in-order', 'gear-case', 'fine yes'],
    ['in-order', 'gear-case c4 x3', 'fine yes'],
    // Together.
    ['hot + noise', 'rolling-bearing', 'act-now same-shift supervised'],
    ['hot 20-k + noise', 'rolling-bearing', 'act-now same-shift supervised'],
    ['hot 10-k + noise', 'rolling-bearing greased', 'plan this-week supervised'],
    ['shimmer + vibration', 'gear-case', 'act-now same-shift supervised'],
    ['shimmer + vibration', 'gear-case run-in', 'act-now same-shift supervised'],
    ['magnet 2 + noise', 'gear-case', 'act-now same-shift supervised'],
    ['magnet 1 + noise', 'gear-case', 'plan this-week supervised'],
    ['bronze + noise', 'worm-unit', 'act-now same-shift supervised'],
    ['level-low + hot', 'gear-case', 'plan this-week yes'],
    ['level-low + hot 20-k', 'gear-case', 'act-now same-shift supervised'],
    ['level-low + hot', 'gear-case x2', 'act-now same-shift supervised'],
    ['milky + rust-red', 'gear-case', 'act-now same-shift supervised'],
    ['milky + rust-red', 'hydraulic-set', 'act-now immediately no'],
    ['dark + acid-up', 'hydraulic-set', 'act-now same-shift supervised'],
    ['dark no-smell + acid-up', 'hydraulic-set', 'act-now same-shift supervised'],
    ['dark burnt + hot', 'gear-case', 'act-now same-shift supervised'],
    ['overdue + hot', 'gear-case', 'plan this-week yes'],
    ['overdue + hot 20-k', 'gear-case', 'act-now same-shift supervised'],
    ['dp-high warm + shimmer', 'hydraulic-set', 'act-now same-shift supervised'],
    ['dp-high cold + magnet 2', 'hydraulic-set', 'plan this-week yes'],
    ['in-order + level-low', 'gear-case', 'watch yes'],
    ['leak drip-1 + level-low', 'gear-case', 'plan next-stop yes'],
    ['foamy + level-up', 'hydraulic-set', 'plan this-week after'],
    ['noise + still-climbing', 'rolling-bearing', stop],
  ])('%s (%s): %s', (signsSeen, at, expected) => {
    expect(said(seen(signsSeen, at))).toBe(expected);
  });

  it('names causes and next steps, the worst first, and when to look again', () => {
    const both = seen('leak drip-1 + particles', 'gear-case');
    expect(both.causes[0]).toBe('spalling');
    expect(both.causes).toContain('seal');
    expect(both.nextSteps[0]).toBe('keep them');
    expect(seen('hot 10-k', 'rolling-bearing greased').lookAgainHours).toBe(2);
    expect(seen('hot + no-flow', 'chain').lookAgainHours).toBe(8);
    expect(seen('milky', 'hydraulic-set').restartAfter).toBe('the water is drained and its source is found');
    expect(conditionAssess.compute(parsed({ observations: [observation('jet')] }))).toMatchObject({
      notices: [{ level: 'stop' }],
    });
  });

  it('says nothing of nothing', () => {
    const { error } = conditionAssess.input.safeParse({ point: { kind: 'gear-case' } });
    expect(error?.issues).toMatchObject([{ path: ['observations'] }]);
  });

  it('is as urgent as a finding of that word', () => {
    for (const what of Object.keys(findingWords) as FindingWhat[])
      for (const kind of pointKindNames)
        for (const consequence of [1, 4])
          expect([what, kind, assess({ observations: [{ what }], point: { kind, consequence } }).verdict]).toEqual([
            what,
            kind,
            urgencyOf(what, { kind, consequence }),
          ]);
  });

  it('has a row for whatever is seen of a sign, and a mark on each', () => {
    for (const { rows, grades: offered = [] } of Object.values(signs)) {
      expect(offered).toEqual(expect.arrayContaining(rows.flatMap(({ when }) => when?.grade ?? [])));
      expect(rows.at(-1)!.when).toBeUndefined();
      expect(rows.every(({ mark }) => /^[HML] [SBC]/.test(mark))).toBe(true);
    }
  });
});

describe('what is read', () => {
  const band = { stopLow: 10, warnLow: 20, warnHigh: 60, stopHigh: 80 };
  const read = (quantity: string, value: number, change: object = {}, at = '') =>
    said(assess({ readings: [{ quantity, value, unit: '', limits: band, ...change }], ...context(at) }));

  it.each([
    ['temperature', 40, 'fine yes'],
    ['temperature', 61, 'plan this-week yes'],
    ['temperature', 81, 'act-now immediately after'],
    ['pressure', 15, 'plan this-week supervised'],
    ['pressure', 65, 'plan this-week supervised'],
    ['line-pressure', 15, 'plan this-week supervised'],
    ['slack', 61, 'plan this-week yes'],
    ['wear', 15, 'plan this-week yes'],
    ['torque', 65, 'plan this-week yes'],
    ['drip-rate', 65, 'watch yes'],
    ['pressure', 9, 'act-now immediately after'],
    ['pressure-drop', 61, 'plan this-week yes'],
    ['pressure-drop', 15, 'act-now same-shift supervised'],
    ['pressure-drop', 5, 'act-now immediately after'],
    ['level', 15, 'watch yes'],
    ['level', 5, 'act-now immediately after'],
    ['level', 65, 'plan this-week after'],
    ['flow', 15, 'act-now immediately no'],
    ['vibration', 65, 'plan this-week supervised'],
    ['concentration', 19, 'plan this-week yes'],
    ['clearance', 61, 'plan this-week yes'],
    ['difference', 61, 'plan this-week supervised'],
    ['precharge', 20, 'fine yes'],
    ['precharge', 60, 'fine yes'],
  ])('%s of %d: %s', (quantity, value, expected) => {
    expect(read(quantity, value)).toBe(expected);
  });

  it('is never fine without limits, or in another state than they are for', () => {
    expect(read('temperature', 40, { limits: {} })).toBe('watch yes');
    expect(read('temperature', 40, { limits: undefined })).toBe('watch yes');
    const warm = { limits: { ...band, validIn: ['running-loaded'] } };
    expect(read('temperature', 40, { ...warm, state: 'running-loaded' })).toBe('fine yes');
    expect(read('temperature', 40, { ...warm, state: 'isolated' })).toBe('watch yes');
    expect(read('temperature', 40, warm)).toBe('watch yes');
    // Out of its band in another state it is kept, and not taken for what it is not.
    expect(read('level', 5, { limits: { ...band, validIn: ['running-loaded'] }, state: 'isolated' })).toBe('watch yes');
  });

  it('takes a level powered or isolated as one state, and any for all', () => {
    const still = { limits: { ...band, validIn: ['isolated'] } };
    expect(read('level', 40, { ...still, state: 'stopped-powered' })).toBe('fine yes');
    expect(read('pressure', 40, { ...still, state: 'stopped-powered' })).toBe('watch yes');
    expect(read('pressure', 40, { limits: { ...band, validIn: ['any'] }, state: 'isolated' })).toBe('fine yes');
  });

  it('counts with what is seen', () => {
    const readings = [{ quantity: 'temperature', value: 61, limits: band }];
    expect(said(assess({ readings, observations: [{ what: 'noise' }] }))).toBe('act-now same-shift supervised');
    expect(said(assess({ readings, observations: [{ what: 'in-order' }] }))).toBe('plan this-week yes');
  });
});

const rank = ({ verdict, actBy }: ReturnType<typeof assess>) =>
  ['fine', 'watch', 'plan', 'act-now'].indexOf(verdict) * 4 +
  ['next-stop', 'this-week', 'same-shift', 'immediately'].indexOf(actBy ?? 'next-stop');
const anyOf = <Value>(values: readonly Value[]) => fc.option(fc.constantFrom(...values), { nil: undefined });
const anySign = fc.record(
  {
    what: fc.constantFrom(...(Object.keys(signs) as SignWhat[])),
    grade: anyOf(grades),
    where: anyOf(wheres),
    standing: anyOf(['clears', 'stays'] as const),
  },
  { requiredKeys: ['what'] },
);
const anyReading = fc.record({
  quantity: fc.constantFrom('temperature', 'level', 'pressure-drop', 'precharge'),
  value: fc.integer({ min: 0, max: 100 }),
  limits: fc.constantFrom({ warnLow: 20, warnHigh: 60, stopHigh: 80 }, {}),
});
const anyPoint = fc.record({
  kind: fc.constantFrom(...pointKindNames),
  stage: fc.constantFrom('run-in', 'steady'),
  consequence: fc.integer({ min: 1, max: 4 }),
  visitsRunning: fc.integer({ min: 1, max: 5 }),
});

describe('whatever is seen', () => {
  it('one more sign never makes it better, nor a machine freer to run', () => {
    const strict = ['yes', 'supervised', 'after', 'no'];
    fc.assert(
      fc.property(
        fc.array(anySign, { minLength: 1, maxLength: 5 }),
        fc.array(anyReading, { maxLength: 3 }),
        anySign,
        anyPoint,
        fc.boolean(),
        (observations, readings, more, point, justGreased) => {
          const at = { readings, point, justGreased };
          const [before, after] = [observations, [...observations, more]].map((each) =>
            assess({ observations: each, ...at }),
          ) as [ReturnType<typeof assess>, ReturnType<typeof assess>];
          expect(rank(after)).toBeGreaterThanOrEqual(rank(before));
          expect(strict.indexOf(after.restart)).toBeGreaterThanOrEqual(strict.indexOf(before.restart));
        },
      ),
      { numRuns: 500 },
    );
  });

  it('what would cost more, or has shown for longer, is never less urgent', () => {
    fc.assert(
      fc.property(fc.array(anySign, { minLength: 1, maxLength: 5 }), anyPoint, (observations, point) => {
        const at = (change: object) => rank(assess({ observations, point: { ...point, ...change } }));
        expect(at({ consequence: 4 })).toBeGreaterThanOrEqual(at({ consequence: 1 }));
        expect(at({ visitsRunning: 3 })).toBeGreaterThanOrEqual(at({ visitsRunning: 1 }));
      }),
    );
  });

  it('what nobody knows is never fine', () => {
    fc.assert(
      fc.property(anyReading, anyPoint, ({ limits, ...reading }, point) => {
        expect(assess({ readings: [reading], point }).verdict).not.toBe('fine');
        expect(limits).toBeDefined();
      }),
    );
    for (const what of Object.keys(signs) as SignWhat[])
      if (what !== 'in-order') expect([what, seen(what).verdict]).not.toEqual([what, 'fine']);
  });
});
