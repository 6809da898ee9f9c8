import { describe, expect, it } from 'vitest';
import { shippedProcedures } from '../procedure/shipped';
import { jobParts, staysOpenUnrun } from './job-parts';
import { beforeAtMachine, putRight } from './within-machine';

const shipped = (code: string) => shippedProcedures.get(code)!;
const sum = (parts: { minutes: number }[]) => parts.reduce((total, { minutes }) => total + minutes, 0);

describe('how a job falls into parts', () => {
  it('is one part where it goes by no procedure, or waits for nothing', () => {
    expect(jobParts(undefined, 5)).toEqual([{ minutes: 5 }]);
    expect(jobParts(shipped('grease-cup'), 8)).toHaveLength(1);
  });

  it('is cut by its long waits, the minutes shared out by its steps', () => {
    const parts = jobParts(shipped('oil-change-splash-gear'), 50);
    expect(parts.length).toBeGreaterThan(1);
    expect(parts[0]!.waitMinutes).toBe(20);
    expect(sum(parts)).toBeCloseTo(50, 9);
    expect(parts.at(-1)!.waitMinutes).toBeUndefined();
  });

  it.each([...shippedProcedures])('%s keeps its minutes', (_, procedure) => {
    const next = procedure.followedBy ? shipped(procedure.followedBy) : undefined;
    const parts = jobParts(procedure, 40, next);
    expect(sum(parts)).toBeCloseTo(40, 9);
    expect(parts.length).toBeLessThanOrEqual(6);
    expect(parts.some(({ earliestNextDay }) => earliestNextDay)).toBe(next !== undefined);
  });

  it('knows what stands open while one is away', () => {
    expect(staysOpenUnrun(shipped('oil-change-splash-gear'))).toBe(true);
    expect(staysOpenUnrun(shipped('grease-cup'))).toBe(false);
  });
});

describe('what comes first at one machine', () => {
  const at = (
    id: string,
    pointId: string,
    action: 'check' | 'grease' | 'top-up',
    machineState: 'running-loaded' | 'isolated' | 'any',
    machineId = 'M',
  ) => ({ id, pointId, action, machineState, machineId });

  it('is what is looked at while it runs, and at a point the look before the pouring', () => {
    const before = beforeAtMachine([
      at('grease', 'p1', 'grease', 'isolated'),
      at('look', 'p2', 'check', 'running-loaded'),
      at('level', 'p1', 'check', 'any'),
      at('elsewhere', 'p3', 'grease', 'isolated', 'N'),
    ]);
    expect(Object.fromEntries(before)).toEqual({ grease: ['look', 'level'], look: [], level: [], elsewhere: [] });
  });

  it('puts off what would come too early, chains too, and leaves the rest in its order', () => {
    const after = new Map([
      ['a', ['c']],
      ['c', ['d']],
      ['b', ['gone']],
    ]);
    expect(putRight(['a', 'b', 'c', 'd', 'e'], after)).toEqual(['b', 'd', 'c', 'a', 'e']);
    expect(
      putRight(
        ['a', 'c'],
        new Map([
          ['a', ['c']],
          ['c', ['a']],
        ]),
      ),
    ).toEqual(['a', 'c']);
  });
});
