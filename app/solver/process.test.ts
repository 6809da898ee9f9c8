import { describe, expect, it } from 'vitest';
import { planLevel } from '@/core/weeks/level';
import { levelInput } from '@/core/weeks/input';
import { solverProcess } from './process';

const problem = `Minimize
 obj: 2 a + 3 b
Subject To
 c0: a + b >= 3
 c1: a <= 1
Binary
 a
General
 b
End`;

describe('the solver as a process of its own', () => {
  it('solves a programme', async () => {
    const { Status, Columns } = await solverProcess(new AbortController().signal).solve(problem, { time_limit: 5 });
    expect(Status).toBe('Optimal');
    expect([Columns.a?.Primal, Columns.b?.Primal]).toEqual([1, 2]);
  });

  it('ends when nobody waits for it, and has no choices where it cannot read', async () => {
    const leaving = new AbortController();
    const asked = solverProcess(leaving.signal).solve(problem);
    leaving.abort();
    await expect(asked).rejects.toThrow();
    expect((await solverProcess(new AbortController().signal).solve('no programme')).Columns).toEqual({});
  });

  it('leaves the plan that was found where it fails', async () => {
    // Five weekly tasks on three days: no plan reaches the bound, so that the solver is asked.
    const task = (id: string, minutes: number) => ({ id, minutes, dueFrom: '2026-03-02', dueTo: '2026-03-04' });
    const days = ['2026-03-02', '2026-03-03', '2026-03-04'].map((date) => ({ date, minutes: 100 }));
    const input = levelInput.parse({ tasks: [50, 40, 40, 30, 30].map((each, index) => task(`t${index}`, each)), days });
    let asked = 0;
    const broken = {
      solve: () => {
        asked += 1;
        return Promise.reject(new Error('gone'));
      },
    };
    const [own, without] = [await planLevel.compute(input), await planLevel.compute(input, { solver: broken })];
    expect(asked).toBe(1);
    expect(without).toEqual(own);
  });
});
