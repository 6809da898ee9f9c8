import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type LoggedEntry, believedEntries, replacementOf } from './believed';
import {
  type EntryKind,
  answeringKinds,
  bodySchema,
  decidingKinds,
  entryKinds,
  fillingKinds,
  findingAnsweringKinds,
  kinds,
  kindsOfTheBook,
  serviceKinds,
  versionsOf,
} from './kinds';
import { entryEnvelope } from './envelope';

const id = (last: string) => `01ARZ3NDEKTSV4RRFFQ69G5F${last.padStart(2, '0')}`;
const note = (seq: number, text: string): LoggedEntry => ({
  id: `n${seq}`,
  seq,
  kindVersion: 1,
  kind: 'note',
  body: { text },
  happenedAt: '2026-01-01T00:00:00Z',
  receivedAt: new Date('2026-01-01T00:00:05Z'),
  machineId: null,
  pointId: null,
  taskIds: [],
  replacesId: null,
});
const putRight = (seq: number, replacesId: string, text: string): LoggedEntry => ({
  ...note(seq, ''),
  kind: 'correction',
  replacesId,
  body: {
    reason: 'slip',
    replacement: { happenedAt: '2026-01-02T00:00:00Z', offsetMinutes: 0, taskIds: ['t'], body: { text } },
  },
});
const voided = (seq: number, replacesId: string): LoggedEntry => ({
  ...note(seq, ''),
  kind: 'correction',
  replacesId,
  body: { reason: 'never', void: true },
});

describe('what holds after corrections', () => {
  it('is the newest of a chain, under the original’s identifier', () => {
    const [entry, ...rest] = believedEntries([note(1, 'a'), putRight(2, 'n1', 'b'), putRight(3, 'n2', 'c')]);
    expect(rest).toEqual([]);
    expect(entry).toMatchObject({
      id: 'n1',
      kind: 'note',
      body: { text: 'c' },
      happenedAt: '2026-01-02T00:00:00Z',
      taskIds: ['t'],
      correctedBy: 'n3',
    });
  });

  it('leaves a voided entry out, also after it was put right', () => {
    expect(believedEntries([note(1, 'a'), voided(2, 'n1')])).toEqual([]);
    expect(believedEntries([note(1, 'a'), putRight(2, 'n1', 'b'), voided(3, 'n2')])).toEqual([]);
  });

  it('does not depend on the order in which entries are read', () => {
    const log = [
      note(1, 'a'),
      note(2, 'b'),
      putRight(3, 'n1', 'c'),
      putRight(4, 'n3', 'd'),
      voided(5, 'n2'),
      note(6, 'e'),
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(log, { minLength: log.length }), (shuffled) => {
        expect(believedEntries(shuffled)).toEqual(believedEntries(log));
      }),
    );
  });

  it('ignores a correction of something that is not there, and changes nothing it was given', () => {
    const log = [putRight(2, 'gone', 'x'), note(1, 'a')];
    const before = structuredClone(log);
    expect(believedEntries(log).map((entry) => entry.id)).toEqual(['n1']);
    expect(log).toEqual(before);
  });
});

describe('bodies', () => {
  const accepts = (kind: EntryKind, body: unknown, version = 1) => bodySchema(kind, version)!.safeParse(body).success;

  it('exist for every kind of the closed list', () => {
    expect(entryKinds.filter((kind) => versionsOf(kind).length === 0)).toEqual([]);
    expect(serviceKinds).not.toContain('skip');
  });

  it.each([
    ['grease', { lubricantId: id('A'), massG: 20, strokes: 17 }, true],
    ['grease', { lubricantId: id('A'), massG: -1 }, false],
    ['grease', { massG: 20 }, false],
    ['grease', { lubricantId: id('A'), massG: 20, strokes: 1.5 }, false],
    ['top-up', { lubricantId: id('A'), amountKind: 'film' }, true],
    ['top-up', { lubricantId: id('A'), amountKind: 'litres' }, false],
    ['commissioning', { basis: 'done-on', on: '2026-02-28' }, true],
    ['commissioning', { basis: 'done-on', on: '2026-02-30' }, false],
    ['commissioning', { basis: 'done-on' }, false],
    ['commissioning', { basis: 'at-hours' }, false],
    [
      'override',
      { taskId: id('A'), field: 'interval', unit: 'h', computed: 100, value: null, reason: 'back to plan' },
      true,
    ],
    ['override', { taskId: id('A'), field: 'interval', unit: 'h', computed: 100, value: 50, reason: '' }, false],
    ['override', { taskId: id('A'), field: 'interval', unit: 'h', computed: 100, value: 0, reason: 'zero' }, false],
    ['note', { text: 'x'.repeat(4000) }, true],
    ['note', { text: 'x'.repeat(4001) }, false],
    ['note', { text: '   ' }, false],
    ['correction', { void: true, reason: 'never' }, true],
    ['correction', { void: false, reason: 'never' }, false],
    ['correction', { reason: 'both', void: true, replacement: {} }, false],
    ['open', { does: 'open', name: 'Drain plug', runs: 'never' }, true],
    ['open', { does: 'open', name: '', runs: 'never' }, false],
    ['open', { does: 'open', name: 'By-pass', runs: 'supervised' }, false],
    ['open', { does: 'open', name: 'By-pass', runs: 'supervised', minutes: 30 }, true],
    ['open', { does: 'hand-on', openId: id('A'), toId: id('B') }, true],
    ['close', { openId: id('A') }, true],
    ['close', { openId: 'drain' }, false],
    ['drain', { volumeL: 0.2, what: 'water' }, true],
    ['drain', { volumeL: -1, what: 'water' }, false],
    ['drain', { volumeL: 1, what: 'wine' }, false],
    ['flush', { times: 2, volumeL: 5 }, true],
    ['flush', { times: 0, volumeL: 5 }, false],
    ['sample', { bottle: '1207', drawn: 'running' }, true],
    ['sample', { bottle: '  ', drawn: 'running' }, false],
    ['waiver', { openId: id('A'), allowedBy: 'Shift lead', reason: 'drains over night' }, true],
    ['waiver', { openId: id('A'), allowedBy: '', reason: 'drains over night' }, false],
    ['waiver', { openId: id('A'), allowedBy: 'Shift lead', reason: '' }, false],
    [
      'isolation',
      {
        does: 'lock',
        lockNo: '12',
        proved: [{ source: 'mains', proof: 'tested' }],
        tryStarted: true,
        controlsBack: true,
      },
      true,
    ],
    ['isolation', { does: 'lock', lockNo: '12', proved: [], tryStarted: true, controlsBack: true }, false],
    [
      'isolation',
      {
        does: 'lock',
        lockNo: '12',
        proved: [{ source: 'mains', proof: 'tested' }],
        tryStarted: false,
        controlsBack: true,
      },
      false,
    ],
    ['isolation', { does: 'unlock', lockId: id('A') }, true],
    ['hand-over', { scope: 'shift', of: '2026-06-15' }, true, 3],
    ['hand-over', { scope: 'shift', of: 'yesterday' }, false, 3],
    ['hand-over', { scope: 'shift', of: '2026-06-15' }, false, 2],
    ['hand-over', { scope: 'round', done: 1, skipped: 0, left: 1 }, false, 3],
    ['hand-over', { scope: 'round', done: 1, skipped: 0, left: 1, text: 'no time' }, true, 3],
    ['skip', { reason: 'unsafe' }, true],
    ['skip', { reason: 'lazy' }, false],
    ['finding', { what: 'leak', urgency: 'later' }, false],
  ] as const)('%s %j: %s', (kind, body, accepted, version: number = 1) => {
    expect(accepts(kind, body, version)).toBe(accepted);
  });
});

describe('kinds', () => {
  it('know their versions, and a body fits the version that it says', () => {
    expect(versionsOf('grease')).toEqual([1, 2]);
    expect(versionsOf('reading')).toEqual([1]);
    expect(versionsOf('correction')).toEqual([1, 2]);
    expect(versionsOf('flush')).toEqual([1]);
    expect(bodySchema('grease', 3)).toBeUndefined();
    const whole = { happenedAt: '2026-01-02T00:00:00Z', offsetMinutes: 0, taskIds: [], body: { text: 'b' } };
    const first = { reason: 'slip', replacement: whole };
    const second = { reason: 'slip', replacement: { kindVersion: 3, ...whole } };
    const fits = (body: object, version: number) => bodySchema('correction', version)!.safeParse(body).success;
    expect([fits(first, 1), fits(first, 2), fits(second, 1), fits(second, 2)]).toEqual([true, false, false, true]);
    // What the first version replaced was of the first version.
    expect([first, second].map((body) => replacementOf(body)?.kindVersion)).toEqual([1, 3]);
  });

  it('say in their files what every list says', () => {
    expect(serviceKinds).toEqual(['grease', 'oil-change', 'top-up', 'drain', 'check', 'sample']);
    // What only makes good a loss ends no cause.
    expect(findingAnsweringKinds).toEqual(['commissioning', 'grease', 'oil-change', 'drain', 'flush', 'check', 'note']);
    expect(fillingKinds).toEqual(['commissioning', 'grease', 'oil-change']);
    expect(entryKinds.filter((kind) => !answeringKinds.includes(kind))).toEqual([
      'flush',
      'reading',
      'finding',
      'follow-up',
      'open',
      'close',
      'waiver',
      'isolation',
      'hand-over',
      'correction',
      'plan-change',
      'administration',
    ]);
    expect(decidingKinds.filter((kind) => !serviceKinds.includes(kind))).toEqual([
      'commissioning',
      'reading',
      'meter-change',
      'postpone',
      'override',
      'note',
    ]);
    expect(entryKinds.filter((kind) => !kinds[kind].needsMachine)).toEqual([
      'hand-over',
      'note',
      'correction',
      ...kindsOfTheBook,
    ]);
    expect(kindsOfTheBook).toEqual(['plan-change', 'administration']);
  });
});

describe('the envelope', () => {
  const envelope = {
    id: id('A'),
    kind: 'note',
    kindVersion: 1,
    body: {},
    happenedAt: '2026-01-01T07:00+01:00',
    offsetMinutes: 60,
    personId: id('B'),
    deviceId: 'd',
    machineId: null,
  };

  it('fills in what may be left out', () => {
    expect(entryEnvelope.parse(envelope)).toMatchObject({
      pointId: null,
      taskIds: [],
      roundId: null,
      replacesId: null,
    });
  });

  it.each([
    { id: 'short' },
    { id: id('A').toLowerCase() },
    { kindVersion: 0 },
    { happenedAt: '2026-01-01' },
    { happenedAt: '1850-01-01T00:00:00Z' },
    { offsetMinutes: 1000 },
    { deviceId: '' },
    { personId: null },
    { seq: 5 },
    { hash: 'x' },
  ])('refuses %j', (change) => {
    expect(entryEnvelope.safeParse({ ...envelope, ...change }).success).toBe(false);
  });
});
