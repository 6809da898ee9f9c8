import { describe, expect, it } from 'vitest';
import { numbersOf } from '../capacity/trade-numbers';
import { type CarryStop, carried } from './carried';

const usual = numbersOf({});
const stop = (taskId: string, change: Partial<CarryStop> = {}): CarryStop => ({
  taskId,
  pointLabel: taskId,
  action: 'grease',
  lubricant: { id: '1', code: 'G-22', name: 'Lithium grease' },
  needs: { value: 20, unit: 'g', isByLog: false },
  flushL: 0,
  machineCode: 'M-1',
  machineState: 'running-loaded',
  energySources: [],
  accessNote: '',
  takes: [],
  ...change,
});
const oil = { id: '2', code: 'O-220', name: 'Gear oil' };
const change = (taskId: string, litres: number, more: Partial<CarryStop> = {}) =>
  stop(taskId, { action: 'oil-change', lubricant: oil, needs: { value: litres, unit: 'L', isByLog: false }, ...more });

describe('what is carried', () => {
  it('adds up what stops take, a spare with it, in cartridges and kilograms', () => {
    const { lubricants, kg } = carried(
      [...Array(20).keys()].map((each) => stop(`P${each}`)),
      usual,
    );
    // 400 g and 15 % are 460 g: two cartridges of 400 g.
    expect(lubricants).toEqual([
      expect.objectContaining({ code: 'G-22', needs: 400, takeAlong: 460, cartridges: 2, isByLog: false }),
    ]);
    expect(kg).toBeCloseTo(0.46);
  });

  it('takes oil for the change and for its flush, pans for what comes out, and says what that weighs', () => {
    const { lubricants, pans, drainedL, warnings } = carried([change('A', 12, { flushL: 3 }), change('B', 4)], usual);
    expect(lubricants[0]).toMatchObject({ needs: 19, takeAlong: 22 });
    expect(lubricants[0]!.kg).toBeCloseTo(19.8);
    expect(pans).toEqual([
      { litres: 14.5, at: 'A' },
      { litres: 5, at: 'B' },
    ]);
    expect(drainedL).toBe(19);
    expect(warnings.map(({ level }) => level)).toEqual(['caution', 'caution']);
    expect(warnings[0]!.text).toMatch(/^O-220: 20 kg is more than the \d+ kg that one person carries/);
  });

  it('stops at what nobody lifts, by the plant’s own numbers', () => {
    const heavy = (own: object) => carried([change('A', 30)], numbersOf(own)).warnings.map(({ level }) => level);
    expect(heavy({})).toEqual(['stop', 'stop']);
    expect(heavy({ mostKg: 40 })).toEqual(['caution', 'caution']);
    expect(heavy({ mostKg: 40, onePersonKg: 40, cartKg: 20 })).toEqual(['caution']);
  });

  it('names what nobody can say, and what goes by the log', () => {
    const { lubricants } = carried(
      [
        stop('T', { action: 'top-up', lubricant: oil, needs: { value: 0.4, unit: 'L', isByLog: true } }),
        stop('U', { action: 'top-up', lubricant: oil, needs: null }),
        stop('V', { lubricant: null, needs: null }),
      ],
      usual,
    );
    expect(lubricants).toEqual([
      expect.objectContaining({ code: 'O-220', unit: 'L', takeAlong: 0.5, isByLog: true, unknownAt: ['U'] }),
    ]);
  });

  it('gathers tools, locks and keys once each, with where they are wanted', () => {
    const isolated = { machineState: 'isolated', energySources: [{ source: 'mains', proofOfZero: 'tested' }] };
    const two = {
      ...isolated,
      energySources: [...isolated.energySources, ...isolated.energySources],
      machineCode: 'M-2',
    };
    const list = carried(
      [
        change('A', 2, { ...isolated, takes: ['pan', 'seal for the plug'], accessNote: 'Key 7' }),
        change('B', 2, { ...two, takes: ['seal for the plug', 'magnet'], accessNote: 'Key 7 ' }),
        stop('C', { takes: ['the gun with this grease'] }),
      ],
      usual,
    );
    expect(list.things).toEqual([
      { name: 'seal for the plug', at: ['A', 'B'] },
      { name: 'magnet', at: ['B'] },
      { name: 'the gun with this grease', at: ['C'] },
    ]);
    expect(list).toMatchObject({ locks: 2, lockedAt: ['M-1', 'M-2'], access: [{ note: 'Key 7', at: ['A', 'B'] }] });
  });

  it('is empty for a walk on which one only looks', () =>
    expect(carried([stop('L', { action: 'check', lubricant: null, needs: null })], usual)).toEqual({
      lubricants: [],
      pans: [],
      drainedL: 0,
      things: [],
      locks: 0,
      lockedAt: [],
      access: [],
      kg: 0,
      warnings: [],
    }));
});
