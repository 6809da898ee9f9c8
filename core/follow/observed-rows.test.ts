import { describe, expect, it } from 'vitest';
import { pointKey, pointsByName, readObserved } from './observed-rows';

const points = pointsByName([
  { id: '01ARZ3NDEKTSV4RRFFQ69G5FAV', code: 'SD-F2', number: 3 },
  { id: '01ARZ3NDEKTSV4RRFFQ69G5FAW', code: 'P1', number: 12 },
]);
const at = '2026-06-15T08:00:00Z';
const row = (change: object = {}) => ({
  at,
  point: 'SD-F2·03',
  quantity: 'Oil temperature',
  value: '61',
  unit: '°C',
  ...change,
});

describe('a file of readings', () => {
  it('makes one look of the lines of one point and instant, or of one identifier', () => {
    const { looks, faults } = readObserved(
      [
        row(),
        row({ quantity: 'Level', value: '1 250,5', unit: 'mm' }),
        row({ point: 'P1·12', id: 'x' }),
        row({ point: 'p1/12', id: 'x', afterMin: '10', observation: 'yes' }),
      ],
      points,
    );
    expect(faults).toEqual([]);
    expect(looks).toMatchObject([
      { line: 2, id: undefined, pointId: '01ARZ3NDEKTSV4RRFFQ69G5FAV', values: [{ value: 61 }, { value: 1250.5 }] },
      { line: 4, id: 'x', values: [{ value: 61 }, { value: 61, afterMin: 10, observation: true }] },
    ]);
  });

  it.each([
    [{ point: 'SD-F2·99' }, 'no point'],
    [{ point: '' }, 'point: is empty'],
    [{ at: '15.6.2026' }, 'no instant'],
    [{ at: '2026-13-45T08:00:00Z' }, 'no instant'],
    [{ value: 'warm' }, 'value'],
    [{ value: '' }, 'value: is empty'],
    [{ quantity: '' }, 'quantity: is empty'],
    [{ state: 'asleep' }, 'state: asleep'],
    [{ afterMin: 'soon' }, 'afterMin'],
  ])('%o is said by its line, and nothing of its look is taken', (wrong, words) => {
    const { looks, faults } = readObserved([row(), row({ ...wrong, id: 'y' }), row({ id: 'y' })], points);
    expect(faults).toEqual([{ line: 3, reason: expect.stringContaining(words) as string }]);
    expect(looks.map(({ line }) => line)).toEqual([2]);
  });

  it('one identifier is one point and one instant', () => {
    const { looks, faults } = readObserved([row({ id: 'z' }), row({ id: 'z', point: 'P1·12' })], points);
    expect(looks).toEqual([]);
    expect(faults[0]!.reason).toContain('stands for another');
  });

  it('names points as people do', () => {
    for (const name of ['SD-F2·03', 'sd-f2/03', 'SD-F2 03', 'SD-F2.03'])
      expect(points.get(pointKey(name))).toBeDefined();
    expect(points.get('01ARZ3NDEKTSV4RRFFQ69G5FAV')).toBeDefined();
  });
});
