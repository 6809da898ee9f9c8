import { render, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { DayWalk } from '@/desk/read/day-work';
import { Walk } from './walk';

const today = '2026-06-15';
const task = (number: number, dueOn: string): DayWalk['tasks'][number] =>
  ({
    taskId: `T${number}`,
    title: 'Regrease',
    action: 'grease',
    amount: { kind: 'grams', value: 20 },
    lubricant: { id: 'G', code: 'G-22', name: 'Grease' },
    point: { number, name: 'Drive end' },
    machine: { code: 'BM-1' },
    due: {
      state: 'known',
      dueOn,
      runIn: false,
      confidence: 'exact',
      hourLine: { state: 'known', basis: 'd', dueH: -10, hoursPerDay: 16 },
    },
    standing: 'overdue',
  }) as unknown as DayWalk['tasks'][number];
const show = (change: Partial<DayWalk> = {}, day = today, first = true) =>
  render(
    <Walk
      walk={{
        routeId: 'ROUTE',
        code: 'R-1',
        name: 'Mills',
        count: 7,
        overdue: 2,
        tasks: [task(1, '2026-06-10'), task(2, '2026-06-12')],
        ...change,
      }}
      day={day}
      today={today}
      first={first}
    />,
  );

describe('what a day wants of one route', () => {
  it('says how much it is, shows the most urgent, and where the others stand', () => {
    show();
    const walk = screen.getByRole('region', { name: 'Mills' });
    expect(walk.textContent).toContain('7 tasks, 2 overdue');
    expect(within(walk).getAllByRole('row').slice(1)).toHaveLength(2);
    expect(within(walk).getByRole('link', { name: 'BM-1·01' }).getAttribute('href')).toBe(
      '/plant/machines/BM-1/points/1',
    );
    expect(within(walk).getByText('overdue by 5 days')).toBeDefined();
    expect(screen.getByRole('link', { name: 'Walk it' }).getAttribute('href')).toBe('/routes/ROUTE');
    expect(screen.getByRole('link', { name: '5 more of this walk' }).getAttribute('href')).toBe('/due?route=R-1');
  });

  it('names walks that are too many to show, without their tasks', () => {
    show({ tasks: [], count: 3, overdue: 0 });
    expect(screen.queryByRole('table')).toBeNull();
    expect(screen.getByText('3 tasks')).toBeDefined();
    expect(screen.getByRole('link', { name: 'See them' }).getAttribute('href')).toBe('/due?route=R-1');
  });

  it('offers no walk of what is on no route, and leads to the list by routes', () => {
    show({ routeId: null, code: '', name: 'On no route yet' });
    expect(screen.queryByRole('link', { name: 'Walk it' })).toBeNull();
    expect(screen.getByRole('link', { name: '5 more of this walk' }).getAttribute('href')).toBe('/due?group=route');
  });

  it('on a day that is over nothing is walked or listed any more: it only says how many there were', () => {
    show({}, '2026-06-13');
    expect(screen.queryByRole('link', { name: /Walk it|of this walk/ })).toBeNull();
    expect(screen.getByText('5 more of this walk.')).toBeDefined();
    // As it stood on that day.
    expect(screen.getByText('overdue by 3 days')).toBeDefined();
  });

  it('shows all without a word of more, and explains its hour lines only where it is the first', () => {
    show({ count: 2 }, today, false);
    expect(screen.queryByText(/of this walk/)).toBeNull();
    expect(screen.getByRole('table', { name: 'Mills: tasks' })).toBeDefined();
  });
});
