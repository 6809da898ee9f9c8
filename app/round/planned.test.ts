import { describe, expect, it } from 'vitest';
import { doneEntry, plannedDetail, plannedOf } from './planned';
import { someGun, someStop as stop } from './testing';

const gun = someGun();

describe('what a stop asks for', () => {
  it('is whole strokes of the gun in the hand, with the grams under it', () => {
    const planned = plannedOf(stop({}), gun);
    expect(planned).toMatchObject({ words: '17 strokes', value: 17, step: 1, unit: 'strokes' });
    expect(plannedDetail(stop({}), planned)).toBe('20.2 g with GUN-1, 1.2 g a stroke');
    expect(plannedOf(stop({ amount: 0.2 }), gun).words).toBe('1 stroke');
  });

  it('is grams where no gun carries the grease', () => {
    expect(plannedOf(stop({}), null)).toMatchObject({ words: '20.2 g', unit: 'g', value: 20.15 });
  });

  it('is litres in steps that suit their size, and zero added to a mark', () => {
    expect(plannedOf(stop({ amountKind: 'litres', amount: 34 }), null)).toMatchObject({ words: '34 L', step: 0.5 });
    expect(plannedOf(stop({ amountKind: 'litres', amount: 0.6 }), null)).toMatchObject({ step: 0.1 });
    expect(plannedOf(stop({ amountKind: 'to-mark', amount: null }), null)).toMatchObject({
      words: 'to the mark',
      value: 0,
      unit: 'L',
    });
  });

  it('says when a person has overruled the plan', () => {
    const overruled = stop({ amountKind: 'litres', amount: 3, plannedAmount: 2.5 });
    expect(plannedDetail(overruled, plannedOf(overruled, null))).toBe('overruled; the plan says 2.5');
  });
});

describe('the entry of a stop that is done', () => {
  const entry = (change: NonNullable<Parameters<typeof stop>[0]>, given: number, drained: number | null = null) =>
    doneEntry(stop(change), plannedOf(stop(change), change.amountKind ? null : gun), given, { drained });
  it.each([
    [entry({}, 18), { kind: 'grease', body: { lubricantId: 'L', massG: 21.6, strokes: 18, gunId: 'GUN' } }],
    [
      entry({ action: 'oil-change', amountKind: 'litres', amount: 3 }, 3.1, 2.9),
      { kind: 'oil-change', body: { lubricantId: 'L', volumeL: 3.1, drainedL: 2.9 } },
    ],
    [
      entry({ action: 'top-up', amountKind: 'to-mark', amount: null }, 0),
      { kind: 'top-up', body: { lubricantId: 'L', amountKind: 'litres', amount: 0 } },
    ],
    [
      entry({ action: 'film', amountKind: 'drops', amount: 40 }, 35),
      { kind: 'top-up', body: { lubricantId: 'L', amountKind: 'drops', amount: 35 } },
    ],
    [
      entry({ action: 'film', amountKind: 'film', amount: null }, 1),
      { kind: 'top-up', body: { lubricantId: 'L', amountKind: 'film' } },
    ],
    [
      entry({ action: 'check', amountKind: 'to-mark', amount: null }, 0),
      { kind: 'check', body: { result: 'in-order' } },
    ],
    [entry({ lubricant: null }, 1), { kind: 'check', body: { result: 'in-order' } }],
  ])('%# holds what really went in', (made, wanted) => {
    expect(made).toEqual(wanted);
  });
});
