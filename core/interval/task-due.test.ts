import { describe, expect, it } from 'vitest';
import { type BelievedEntry, asBelieved } from '../entry/believed';
import type { EntryKind } from '../entry/kinds';
import { dueWords, standingOn } from './due-words';
import { dutyMeter, meterState } from '../meter/state';
import { dialsOf } from '../testing';
import type { Stage } from './limits';
import { taskDue } from './task-due';
import { plantDayOf } from '../time/plant-day';

const asOfMs = Date.parse('2026-06-15T10:00:00Z');
let seq = 0;
const entry = (kind: EntryKind, day: string, body: Record<string, unknown> = {}): BelievedEntry =>
  asBelieved({
    id: `e${(seq += 1)}`,
    seq,
    kind,
    receivedAt: new Date(day),
    body,
    happenedAt: `${day}T08:00:00Z`,
    machineId: null,
    pointId: null,
    taskIds: ['t'],
    kindVersion: 1,
    correctedBy: null,
  });
const reading = (day: string, value: number) => entry('reading', day, { meterId: 'm', value });
const spec = { unit: 'hours', rolloverAt: null, resolution: 0.1, maxPerDay: 24, dutyPerDay: null };
const steadyMeter = () =>
  meterState(
    spec,
    dialsOf(
      ['05-18', '05-25', '06-01', '06-08', '06-15'].map((day, index) => reading(`2026-${day}`, 5000 + 70 * index)),
    ),
  );
const due = (
  entries: BelievedEntry[],
  stages: Stage[] = [
    { name: 'run-in', count: 1, hours: 300 },
    { name: 'steady', hours: 1000 },
  ],
  meter = steadyMeter(),
) =>
  taskDue(
    {
      stages,
      rhythm: 'actual',
      toleranceShare: 0.1,
      entries,
      meters: { [meter.unit]: meter },
      calendar: { timeZone: 'UTC', dayStartsAtMinutes: 0 },
    },
    asOfMs,
    16,
  );

describe('where a task stands', () => {
  it('is unknown without any entry, and draws no wedge', () => {
    const state = due([]);
    expect(state).toMatchObject({
      state: 'unknown',
      confidence: 'none',
      hourLine: { state: 'unknown', lowConfidence: true },
    });
    expect(state.hourLine.dueH).toBeUndefined();
    expect(dueWords(state, '2026-06-15')).toBe('last service unknown');
  });

  it('runs in after a real commissioning, and not after a declared service', () => {
    expect(due([entry('commissioning', '2026-06-08', { basis: 'commissioned' })])).toMatchObject({
      stage: 'run-in',
      runIn: true,
      dueOn: '2026-07-08',
    });
    expect(due([entry('commissioning', '2026-06-08', { basis: 'start-today' })])).toMatchObject({
      stage: 'steady',
      runIn: false,
    });
  });

  it('goes on to the steady stage once the run-in service is done', () => {
    const state = due([
      entry('commissioning', '2026-05-18', { basis: 'commissioned' }),
      entry('oil-change', '2026-06-08'),
    ]);
    expect(state).toMatchObject({ stage: 'steady', lastServiceAt: '2026-06-08T08:00:00.000Z', dueOn: '2026-09-16' });
  });

  it('forgets what was done before an overhaul', () => {
    expect(
      due([entry('oil-change', '2026-05-20'), entry('commissioning', '2026-06-01', { basis: 'commissioned' })]),
    ).toMatchObject({ stage: 'run-in', lastServiceAt: '2026-06-01T08:00:00.000Z' });
  });

  it('takes a meter value that somebody remembers, and finds its day', () => {
    expect(due([entry('commissioning', '2026-06-15', { basis: 'at-hours', hours: 5140 })])).toMatchObject({
      lastServiceAt: '2026-06-01T08:00:00.000Z',
      dueOn: '2026-09-09',
    });
  });

  it('does not count a skip or a finding as service', () => {
    const state = due([
      entry('commissioning', '2026-06-01', { basis: 'start-today' }),
      entry('skip', '2026-06-10'),
      entry('finding', '2026-06-11'),
    ]);
    expect(state.lastServiceAt).toBe('2026-06-01T08:00:00.000Z');
  });

  it('stays unknown but wanted when decided for the next round, until it is done', () => {
    const decided = entry('commissioning', '2026-06-10', { basis: 'next-round' });
    expect(standingOn(due([decided]), '2026-06-15')).toBe('due');
    expect(due([decided, entry('grease', '2026-06-12')]).state).toBe('known');
  });

  it('measures its hour line in machine hours from now', () => {
    const { hourLine } = due([entry('commissioning', '2026-06-08', { basis: 'start-today' })]);
    expect(hourLine.basis).toBe('h');
    expect(hourLine.dueH).toBeCloseTo(929.2, 0);
    expect(hourLine.lastH).toBeCloseTo(-70.8, 0);
    expect(hourLine.nowHours).toBeCloseTo(5280.8, 0);
  });

  it('converts days at the present rate and marks them', () => {
    const { hourLine } = due(
      [entry('commissioning', '2026-06-15', { basis: 'start-today' })],
      [{ name: 'monthly', days: 30 }],
    );
    expect(hourLine.basis).toBe('d');
    expect(hourLine.dueH).toBeCloseTo(300, 0);
  });

  it('runs by the duty plan without a meter, with low confidence', () => {
    const state = due(
      [entry('commissioning', '2026-06-05', { basis: 'start-today' })],
      [{ name: 'steady', hours: 320 }],
      dutyMeter(16),
    );
    expect(state).toMatchObject({ dueOn: '2026-06-25', confidence: 'low' });
    expect(dueWords(state, '2026-06-15')).toContain('rough guess');
  });
});

describe('meter state', () => {
  it('sums over a replaced dial from the log', () => {
    const state = meterState(
      spec,
      dialsOf([
        reading('2026-05-01', 900),
        entry('meter-change', '2026-05-10', { meterId: 'm', oldValue: 950, newValue: 0 }),
        reading('2026-05-20', 60),
      ]),
    );
    expect(state.kept.at(-1)!.value).toBe(1010);
    expect(state.rejected).toEqual([]);
  });

  it('counts anything but hours as cycles', () => {
    expect(meterState({ ...spec, unit: 'starts', maxPerDay: 1000 }, dialsOf([reading('2026-05-01', 5)])).unit).toBe(
      'cycles',
    );
  });
});

describe('standing on a day', () => {
  const known = { state: 'known' as const, dueOn: '2026-06-20', window: { fromOn: '2026-06-18', toOn: '2026-06-22' } };
  it.each([
    ['2026-06-10', 'later'],
    ['2026-06-11', 'soon'],
    ['2026-06-17', 'soon'],
    ['2026-06-18', 'due'],
    ['2026-06-22', 'due'],
    ['2026-06-23', 'overdue'],
  ])('%s is %s', (today, standing) => {
    expect(standingOn(known, today)).toBe(standing);
  });

  it('is said in words', () => {
    const words = (today: string) => dueWords({ ...known, by: 'days', confidence: 'exact' }, today);
    expect(['2026-06-20', '2026-06-19', '2026-06-21', '2026-06-24'].map(words)).toEqual([
      'due today',
      'due in 1 day',
      'due, planned 1 day ago',
      'overdue by 4 days',
    ]);
    expect(dueWords({ state: 'known', confidence: 'exact' }, '2026-06-20')).toBe('no date: no rate known');
  });
});

describe('what else makes a task due', () => {
  const done = entry('oil-change', '2026-06-08');

  it('an event makes it due on its day, whatever the hours say, and only after the last service', () => {
    const after = (day: string) =>
      taskDue(
        {
          stages: [{ name: 'steady', hours: 1000 }],
          rhythm: 'actual',
          toleranceShare: 0.1,
          entries: [done],
          meters: { hours: steadyMeter() },
          calendar: { timeZone: 'UTC', dayStartsAtMinutes: 0 },
          events: [{ name: 'the cellar stood under water', atMs: Date.parse(`${day}T08:00:00Z`) }],
        },
        asOfMs,
        16,
      );
    const state = after('2026-06-12');
    expect(state).toMatchObject({ by: 'event', dueOn: '2026-06-12' });
    expect(state.working.some(({ label }) => label.includes('the cellar stood under water'))).toBe(true);
    expect(standingOn(state, '2026-06-15')).toBe('overdue');
    expect(after('2026-06-07').by).toBe('hours');
  });

  it('a postponement moves the day, keeps the one it was due on, and ends with the next service', () => {
    const putOff = entry('postpone', '2026-06-14', {
      untilOn: '2026-11-01',
      wasDueOn: '2026-09-16',
      reason: 'No stop before.',
    });
    expect(due([done, putOff])).toMatchObject({ dueOn: '2026-11-01', postponedFrom: '2026-09-16' });
    expect(due([done, putOff, entry('oil-change', '2026-06-15')]).postponedFrom).toBeUndefined();
  });

  it('a task without any interval says so instead of failing', () => {
    const state = due([done], []);
    expect(state).toMatchObject({ state: 'unknown', limits: [], hourLine: { state: 'unknown' } });
    expect(state.notices[0]!.text).toContain('No interval is set');
  });

  it('at two in the night it is still the evening’s day, in words and on the hour line alike', () => {
    const calendar = { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 };
    const at = (clock: string) => Date.parse(`2026-06-${clock}+02:00`);
    const stateAt = (clock: string) =>
      taskDue(
        {
          stages: [{ name: 'steady', days: 10 }],
          rhythm: 'actual',
          toleranceShare: 0,
          // Done in the same night: that service is the evening's too.
          entries: [{ ...done, happenedAt: new Date(at('11T02:00')).toISOString() }],
          meters: {},
          calendar,
        },
        at(clock),
        24,
      );
    const seen = (clock: string) => {
      const state = stateAt(clock);
      return { on: state.dueOn, words: dueWords(state, plantDayOf(at(clock), calendar)), line: state.hourLine.dueH };
    };
    expect(seen('20T23:00')).toEqual({ on: '2026-06-20', words: 'due today', line: 0 });
    expect(seen('21T02:00')).toEqual({ on: '2026-06-20', words: 'due today', line: 0 });
    expect(seen('21T06:00')).toEqual({ on: '2026-06-20', words: 'overdue by 1 day', line: -24 });
    expect(stateAt('21T02:00').consumedShare).toBe(1);
  });
});
