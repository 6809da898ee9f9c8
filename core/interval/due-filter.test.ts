import { describe, expect, it } from 'vitest';
import { dueFilter, dueQuery } from './due-filter';
import { eventsOf, trigger, triggerWords, yearlyDaysOf } from './triggers';

describe('the filter of the due list', () => {
  it('reads an address, and leaves out what makes no sense', () => {
    expect(
      dueFilter.parse({
        area: ' pr ',
        standing: 'overdue',
        group: 'area',
        week: '2026-W48',
        state: 'running-loaded',
        who: 'operator',
        stage: 'run-in',
      }),
    ).toEqual({
      area: 'PR',
      standing: 'overdue',
      group: 'area',
      week: '2026-W48',
      state: 'running-loaded',
      who: 'operator',
      stage: 'run-in',
    });
    expect(
      dueFilter.parse({
        standing: 'tomorrow',
        group: 'colour',
        week: '2026-W60',
        area: '',
        state: 'flying',
        other: 'x',
      }),
    ).toEqual({});
  });

  it('goes back into an address, empty ones left out', () => {
    expect(dueQuery({ area: 'PR', standing: 'due', group: undefined })).toBe('area=PR&standing=due');
    expect(
      dueFilter.parse(Object.fromEntries(new URLSearchParams(dueQuery({ lubricant: 'G-22', week: '2027-W01' })))),
    ).toEqual({ lubricant: 'G-22', week: '2027-W01' });
  });
});

describe('triggers', () => {
  const flood = { kind: 'event' as const, event: 'flood' as const };
  const frost = { kind: 'yearly' as const, name: 'the frost', on: '11-01', daysBefore: 14 };

  it('are told apart and said in words', () => {
    expect(eventsOf([flood, frost])).toEqual(['flood']);
    expect(yearlyDaysOf([flood, frost])).toEqual([{ name: 'the frost', on: '11-01', daysBefore: 14 }]);
    expect([flood, frost].map(triggerWords)).toEqual(['after: flood or wash-down', '14 days before the frost (11-01)']);
  });

  it('are refused when they name nothing that can happen', () => {
    for (const wrong of [
      { kind: 'event', event: 'eclipse' },
      { kind: 'yearly', name: '', on: '11-01', daysBefore: 1 },
      { ...frost, on: '13-01' },
      { ...frost, daysBefore: 400 },
      { kind: 'moon' },
    ])
      expect(trigger.safeParse(wrong).success).toBe(false);
  });
});
