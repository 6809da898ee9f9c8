import { describe, expect, it } from 'vitest';
import { isUnreachable } from '@/db/connection';
import { areaForm, machineForm } from '@/core/register/forms';
import { taskForm } from '@/core/register/task-form';
import { byRank, pointLabel } from '@/core/register/assignment';
import { parseForm } from './parse';

describe('forms', () => {
  it('name each wrong field once, by its dotted path', () => {
    const parsed = parseForm(machineForm, {
      areaId: '',
      code: '',
      name: '',
      energySources: [{ source: 'mains', proofOfZero: '' }],
    });
    expect(parsed).toMatchObject({ ok: false, code: 'invalid' });
    if (!parsed.ok)
      expect(Object.keys(parsed.fields!).sort()).toEqual(['areaId', 'code', 'energySources.0.proofOfZero', 'name']);
  });

  it.each([null, undefined, 'text', 17, [], { code: 5 }])('refuse %j without a fault', (raw) => {
    expect(parseForm(areaForm, raw).ok).toBe(false);
  });

  it('write codes in capitals and refuse fields that are not theirs', () => {
    expect(parseForm(areaForm, { code: ' gl-2 ', name: 'Line' })).toMatchObject({ ok: true, value: { code: 'GL-2' } });
    expect(parseForm(areaForm, { code: 'GL', name: 'Line', id: 'forged' }).ok).toBe(false);
  });

  it('convert a task’s limits into storage units', () => {
    const task = {
      action: 'grease',
      title: 'Regrease',
      amountKind: 'grams',
      amount: '20',
      machineState: 'any',
      minutes: '1 h',
      when: '2 000 h or 2 wk',
    };
    expect(parseForm(taskForm, task)).toMatchObject({
      ok: true,
      value: { minutes: 60, when: [{ name: 'steady', hours: 2000, days: 14 }], meterId: null },
    });
  });
});

describe('sources', () => {
  it('win by rank, then by date', () => {
    const line = (id: string, source: 'manual' | 'hearsay' | 'plant-engineer', sourceOn: string) => ({
      id,
      source,
      sourceOn,
    });
    expect(
      byRank([
        line('a', 'hearsay', '2026-01-01'),
        line('b', 'manual', '2020-01-01'),
        line('c', 'manual', '2024-01-01'),
        line('d', 'plant-engineer', '2001-01-01'),
      ]).map(({ id }) => id),
    ).toEqual(['d', 'c', 'b', 'a']);
    expect(pointLabel('P3', 7)).toBe('P3·07');
  });
});

describe('an outage', () => {
  it('is told from a refusal', () => {
    expect(isUnreachable({ code: 'ECONNREFUSED' })).toBe(true);
    expect(isUnreachable({ parent: { fatal: true } })).toBe(true);
    expect(isUnreachable(new Error('duplicate entry'))).toBe(false);
    expect(isUnreachable(undefined)).toBe(false);
  });
});
