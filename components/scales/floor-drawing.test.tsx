import { describe, expect, it } from 'vitest';
import { emptyFloorPlan } from '@/core/floor/floor-plan';
import { drawnAt, frameOf, labelsThatFit, textMetres } from './floor-drawing';

const label = (key: string, x: number, y = 0) => ({ key, text: 'KI-D2', x, y });

describe('a floor plan as it is drawn', () => {
  it('has north up and a margin around it', () => {
    const frame = frameOf(
      {
        ...emptyFloorPlan,
        nodes: [
          { id: 'a', x: 10, y: 20 },
          { id: 'b', x: 30, y: 80 },
        ],
      },
      5,
    );
    expect(frame).toEqual({ west: 5, north: 85, width: 30, height: 70 });
    expect(drawnAt(frame, { x: 10, y: 80 }).y).toBeLessThan(drawnAt(frame, { x: 10, y: 20 }).y);
  });

  it('writes words as high as they are read, however large the plant is', () => {
    const frame = frameOf(emptyFloorPlan, 0);
    expect(textMetres(frame, 2)).toBeCloseTo(textMetres(frame, 1) / 2, 9);
    expect(textMetres({ ...frame, width: 1000 }, 1)).toBeCloseTo(10 * textMetres(frame, 1), 9);
  });

  it('leaves out labels that would touch another, those named first having the right', () => {
    expect([...labelsThatFit([label('a', 0), label('b', 10), label('c', 40), label('d', 0, 9)], 4)]).toEqual([
      'a',
      'c',
      'd',
    ]);
    expect(labelsThatFit([label('b', 10), label('a', 0)], 4).has('b')).toBe(true);
    // Drawn larger, all of them can stand.
    expect(labelsThatFit([label('a', 0), label('b', 10)], 2).size).toBe(2);
  });
});
