import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type TaskAction, taskActions } from '../words/task-words';
import { findingWords, isLower, urgencies, urgencyOf } from '../words/findings';
import { fillingOf } from './filling';
import { type EntryKind, bodySchema, entryKinds, fitsAction, isService, newestVersion, serviceKinds } from './kinds';

const actions = Object.keys(taskActions) as TaskAction[];
const accepts = (kind: EntryKind, body: object, version = newestVersion(kind)) =>
  bodySchema(kind, version)!.safeParse(body).success;
const lubricantId = '01JZZZZZZZZZZZZZZZZZZZZZZZ';

describe('what answers what', () => {
  it.each([
    ['top-up', 'oil-change', false],
    ['top-up', 'top-up', true],
    ['top-up', 'check', false],
    ['check', 'oil-change', false],
    ['check', 'grease', false],
    ['check', 'turn', true],
    ['check', 'retighten', true],
    ['grease', 'oil-change', false],
    ['grease', 'grease', true],
    ['oil-change', 'oil-change', true],
    ['oil-change', 'grease', false],
    ['drain', 'oil-change', false],
    ['flush', 'oil-change', true],
    ['sample', 'check', true],
    ['sample', 'oil-change', false],
    ['skip', 'oil-change', true],
    ['postpone', 'grease', true],
  ] as const)('%s, %s: %s', (kind, action, fits) => {
    expect(fitsAction(kind, 2, action)).toBe(fits);
  });

  it('was anything in the first versions of the oldest kinds, and stays so', () => {
    const later = ['drain', 'sample'];
    for (const kind of entryKinds.filter((each) => !later.includes(each)))
      for (const action of actions) expect(fitsAction(kind, 1, action)).toBe(true);
    for (const kind of later) expect(fitsAction(kind as 'drain', 1, 'grease')).toBe(false);
  });
});

describe('what counts as done', () => {
  it.each([
    ['check', { result: 'off' }, 1, true],
    ['check', { result: 'off' }, 2, false],
    ['check', { result: 'in-order' }, 2, true],
    ['grease', { massG: 5, purge: 'not-shown' }, 2, false],
    ['grease', { massG: 5, purge: 'shown' }, 2, true],
    ['grease', { massG: 5 }, 2, true],
    ['finding', {}, 2, false],
    ['skip', { reason: 'no-time' }, 1, false],
  ] as const)('%s %j in version %i: %s', (kind, body, kindVersion, done) => {
    expect(isService({ kind, kindVersion, body })).toBe(done);
  });

  it('never more in a later version than in the first', () => {
    for (const kind of entryKinds)
      for (const body of [{}, { result: 'off' }, { purge: 'not-shown' }])
        if (isService({ kind, kindVersion: 2, body })) expect(serviceKinds).toContain(kind);
  });
});

describe('what fills a sump', () => {
  const filled = (kindVersion: number, body: object) =>
    fillingOf({ kind: 'commissioning', kindVersion, body, happenedAt: '2026-01-01T00:00:00Z', seq: 1 } as never);

  it('is lubricant and litres; in the first version the lubricant alone', () => {
    expect(filled(1, { basis: 'commissioned', lubricantId })).toBeDefined();
    expect(filled(2, { basis: 'commissioned', lubricantId })).toBeUndefined();
    expect(filled(2, { basis: 'commissioned', lubricantId, volumeL: 0 })).toBeUndefined();
    expect(filled(2, { basis: 'commissioned', lubricantId, volumeL: 3.2 })).toBeDefined();
  });
});

describe('bodies of the second versions', () => {
  it.each([
    ['grease', { lubricantId, strokes: 4 }, true],
    ['grease', { lubricantId }, false],
    ['oil-change', { lubricantId, volumeL: 0 }, false],
    ['oil-change', { lubricantId, volumeL: 3 }, true],
    ['top-up', { lubricantId, amountKind: 'pieces', amount: 1 }, true],
    ['top-up', { lubricantId, amountKind: 'litres' }, false],
    ['top-up', { lubricantId, amountKind: 'litres', amount: 1, overruled: { verdict: 'test first' } }, false],
    [
      'top-up',
      { lubricantId, amountKind: 'litres', amount: 1, overruled: { verdict: 'test first', reason: 'none other' } },
      true,
    ],
    ['check', { result: 'in-order', readings: [{ quantity: 'level', value: 40, unit: 'mm' }] }, true],
    ['check', { result: 'in-order', looks: [{ what: 'oil', seen: 'clear' }], part: 'turned' }, true],
    ['hand-over', { scope: 'round', done: 3, skipped: 0, left: 2 }, false],
    ['hand-over', { scope: 'round', done: 3, skipped: 0, left: 2, text: 'kiln called' }, true],
    ['hand-over', { scope: 'round', done: 5, skipped: 0, left: 0 }, true],
  ] as const)('%s %j: %s', (kind, body, taken) => {
    expect(accepts(kind, body)).toBe(taken);
  });

  it('first versions stay writable as they were', () => {
    expect(accepts('grease', { lubricantId, massG: 2, strokes: 2 }, 1)).toBe(true);
    expect(accepts('oil-change', { lubricantId, volumeL: 0 }, 1)).toBe(true);
    expect(accepts('finding', { what: 'no-oil', urgency: 'watch' }, 1)).toBe(true);
    expect(accepts('hand-over', { scope: 'round', done: 3, skipped: 0, left: 2 }, 1)).toBe(true);
  });
});

describe('how urgent something is', () => {
  const whats = Object.keys(findingWords) as (keyof typeof findingWords)[];
  const levels = Object.keys(urgencies) as (keyof typeof urgencies)[];

  it.each([
    ['no-oil', 'gear-case', 2, 'act-now'],
    ['particles', 'worm-unit', 2, 'act-now'],
    ['still-climbing', 'rolling-bearing', 1, 'act-now'],
    ['guard-missing', 'chain', 1, 'act-now'],
    ['milky', 'gear-case', 2, 'plan'],
    ['milky', 'compressor', 2, 'act-now'],
    ['gritty', 'sleeve-bearing', 2, 'act-now'],
    ['gritty', 'gear-case', 3, 'plan'],
    ['no-flow', 'ring-oiler', 2, 'act-now'],
    ['no-flow', 'chain', 2, 'plan'],
    ['hot', 'gear-case', 4, 'plan'],
    ['leak', 'gear-case', 4, 'act-now'],
    ['level-low', 'gear-case', 2, 'watch'],
  ] as const)('%s at a %s of consequence %i: %s', (what, kind, consequence, urgency) => {
    expect(urgencyOf(what, { kind, consequence })).toBe(urgency);
  });

  it('never falls without a reason, whatever was seen and proposed', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...whats),
        fc.constantFrom(...levels),
        fc.option(fc.constantFrom(...levels), { nil: undefined }),
        fc.boolean(),
        (what, urgency, proposed, says) => {
          const body = { what, urgency, ...(proposed && { proposed }), ...(says && { lowered: 'seen before' }) };
          const ruled = proposed && isLower(urgencyOf(what), proposed) ? proposed : urgencyOf(what);
          expect(accepts('finding', body)).toBe(says || !isLower(urgency, ruled));
        },
      ),
    );
  });

  it('never falls with a higher consequence', () => {
    for (const what of whats)
      for (const kind of ['gear-case', 'hydraulic-set', 'chain'])
        expect(isLower(urgencyOf(what, { kind, consequence: 4 }), urgencyOf(what, { kind, consequence: 1 }))).toBe(
          false,
        );
  });
});
