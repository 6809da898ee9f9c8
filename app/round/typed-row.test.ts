import { describe, expect, it } from 'vitest';
import type { WalkStop } from '@/core/walk/document';
import { someGun, someStop } from './testing';
import { type TypedRow, emptyRow, readRow } from './typed-row';

const read = (stop: Partial<WalkStop>, row: Partial<TypedRow>, procedure: Parameters<typeof readRow>[1] = null) =>
  readRow(someStop(stop), procedure, { ...emptyRow, ...row }, [someGun()]);
const drafts = (...args: Parameters<typeof read>) => {
  const line = read(...args);
  if (!('drafts' in line)) throw new Error(JSON.stringify(line));
  return line.drafts;
};
const look = {
  action: 'check',
  amountKind: 'film',
  amount: null,
  readings: [
    {
      quantity: 'temperature',
      name: 'Housing',
      unit: '°C',
      validIn: 'running-loaded',
      band: { warnHigh: 70 },
      last: null,
      usualPerDay: null,
      worn: [],
      hoursNow: null,
      curve: [],
    },
  ],
} satisfies Partial<WalkStop>;
const bath = { action: 'top-up', amountKind: 'to-mark', amount: null, holdsL: 10 } satisfies Partial<WalkStop>;

describe('a line of a paper sheet', () => {
  it('that is empty says nothing, and one that says something says whether it was done', () => {
    expect(drafts({}, {})).toEqual([]);
    expect(read({}, { given: '6' })).toEqual({ wrong: 'Say whether it was done.' });
  });

  it('is as planned where nothing else stands there, in strokes of the gun', () => {
    const { amount } = someStop();
    const [entry] = drafts({}, { outcome: 'done' });
    expect(entry).toMatchObject({ kind: 'grease', taskIds: [someStop().taskId] });
    expect(entry!.body.massG as number).toBeCloseTo(amount!, -1);
    expect(drafts({}, { outcome: 'done', given: '3', text: 'stiff' })[0]!.body).toMatchObject({
      strokes: 3,
      note: 'stiff',
    });
    expect(read({}, { outcome: 'done', given: 'some' })).toMatchObject({ wrong: expect.stringMatching(/^Given: /) });
  });

  it('asks how much went in where the plan cannot say, and doubts what there is no room for', () => {
    expect(read(bath, { outcome: 'done' })).toMatchObject({
      wrong: expect.stringMatching(/how much went in, in L; 0/),
    });
    expect(drafts(bath, { outcome: 'done', given: '0' })[0]).toMatchObject({ kind: 'top-up', body: { amount: 0 } });
    expect(read(bath, { outcome: 'done', given: '30' })).toMatchObject({
      doubt: expect.stringMatching(/more than it holds/),
    });
    expect(drafts(bath, { outcome: 'done', given: '30', isRight: true })[0]!.body).toMatchObject({ amount: 30 });
  });

  it('takes a reading in the state it was asked for; past its limit it is a finding, whatever was ticked', () => {
    expect(drafts(look, { outcome: 'done', readings: { Housing: '61' } })).toMatchObject([
      {
        kind: 'check',
        body: { result: 'in-order', readings: [{ quantity: 'Housing', value: 61, state: 'running-loaded' }] },
      },
    ]);
    expect(drafts(look, { outcome: 'done', readings: { Housing: '80' } })).toMatchObject([
      { kind: 'finding', body: { what: 'hot' } },
      { kind: 'check', body: { result: 'off' }, taskIds: [someStop().taskId] },
    ]);
    expect(read(look, { outcome: 'done', readings: { Housing: '6100' } })).toMatchObject({ doubt: expect.any(String) });
  });

  it('is not in order with a finding or words, and only where one looks', () => {
    expect(drafts(look, { outcome: 'off', finding: 'leak', text: 'at the shaft' })).toMatchObject([
      { kind: 'finding', body: { what: 'leak', text: 'at the shaft' } },
      { kind: 'check', body: { result: 'off' } },
    ]);
    expect(read(look, { outcome: 'off' })).toMatchObject({ wrong: expect.stringMatching(/say what/) });
    expect(read({}, { outcome: 'off', text: 'x' })).toMatchObject({ wrong: expect.stringMatching(/said of a look/) });
    expect(read(look, { outcome: 'done', finding: 'other' })).toMatchObject({
      wrong: expect.stringMatching(/what was found/),
    });
  });

  it('is not done for a reason, and loses nothing of what was seen all the same', () => {
    expect(read({}, { outcome: 'skipped' })).toEqual({ wrong: 'Not done: say why.' });
    expect(
      drafts(look, { outcome: 'skipped', reason: 'no-access', text: 'scaffold', readings: { Housing: '50' } }),
    ).toMatchObject([
      { kind: 'check', body: { result: 'in-order' } },
      { kind: 'skip', body: { reason: 'no-access', text: 'scaffold' }, taskIds: [someStop().taskId] },
    ]);
  });

  it('says what a change, a purge, a part and a sample need besides', () => {
    const change = { action: 'oil-change', amountKind: 'litres', amount: 4, holdsL: 4 } satisfies Partial<WalkStop>;
    expect(drafts(change, { outcome: 'done', out: '4' })[0]).toMatchObject({
      kind: 'oil-change',
      body: { volumeL: 4, drainedL: 4 },
    });
    expect(read(change, { outcome: 'done', out: '1' })).toMatchObject({ doubt: expect.any(String) });
    expect(read({ amountKind: 'purge', amount: 60 }, { outcome: 'done', given: '4' })).toMatchObject({
      wrong: expect.stringMatching(/clean grease/),
    });
    expect(
      drafts({ amountKind: 'purge', amount: 60 }, { outcome: 'done', given: '4', purge: 'shown' })[0]!.body,
    ).toMatchObject({
      purge: 'shown',
    });
    expect(read({ action: 'turn' }, { outcome: 'done' })).toMatchObject({
      wrong: expect.stringMatching(/turned or replaced/),
    });
    expect(drafts({ action: 'turn' }, { outcome: 'done', part: 'replaced' })[0]!.body).toMatchObject({
      part: 'replaced',
    });
    const sampling = { writes: 'sample' } as Parameters<typeof readRow>[1];
    expect(read({ action: 'check' }, { outcome: 'done' }, sampling)).toMatchObject({
      wrong: expect.stringMatching(/bottle/),
    });
    expect(drafts({ action: 'check' }, { outcome: 'done', bottle: '17', drawn: 'running' }, sampling)).toMatchObject([
      { kind: 'sample', body: { bottle: '17', drawn: 'running' } },
    ]);
  });
});
