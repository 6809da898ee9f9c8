import { render, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { type DueItem, DueList, DueRow, DueTable } from './due-list';

const item = (change: Partial<DueItem> = {}): DueItem => ({
  key: 'T',
  href: '/plant/machines/BM-1/points/3',
  label: 'BM-1·03',
  pointName: 'Reduction gear',
  title: 'Change oil',
  amount: '5.5 L',
  lubricantCode: 'O-220',
  words: 'overdue by 3 days',
  standing: 'overdue',
  facts: {
    state: 'known',
    basis: 'h',
    lastH: -900,
    dueH: -40,
    fromH: -130,
    toH: 50,
    runIn: false,
    lowConfidence: false,
  } as DueItem['facts'],
  why: '/due/T',
  marks: [],
  ...change,
});

describe('a row of due work', () => {
  it('says where, what, how much and how it stands, and leads to the point and to why', () => {
    render(<DueList items={[item()]} caption="Due" />);
    const row = screen.getAllByRole('row')[1]!;
    expect(within(row).getByRole('link', { name: 'BM-1·03' }).getAttribute('href')).toBe(
      '/plant/machines/BM-1/points/3',
    );
    const why = within(row).getByRole('link', { name: 'overdue by 3 days: why is Change oil at BM-1·03 due?' });
    expect(why.getAttribute('href')).toBe('/due/T');
    for (const words of ['Change oil', '5.5 L', 'O-220', 'Reduction gear']) expect(row.textContent).toContain(words);
    expect(within(row).getByRole('img', { name: 'Change oil at BM-1·03: overdue by 3 days' })).toBeDefined();
  });

  it('tells overdue by its word and by weight', () => {
    render(<DueList items={[item(), item({ key: 'U', standing: 'later', words: 'due in 30 days' })]} caption="Due" />);
    const [overdue, later] = screen.getAllByRole('link', { name: /why is/ });
    expect(overdue!.className).toContain('font-semibold');
    expect(later!.className).not.toContain('font-semibold');
  });

  it('adds its marks after the name, and no frame where there is no lubricant', () => {
    const { container } = render(
      <DueList items={[item({ lubricantCode: null, marks: ['running in', 'after an event'] })]} caption="Due" />,
    );
    expect(container.textContent).toContain('Reduction gear, running in, after an event');
    expect(container.querySelector('.house-code')).toBeNull();
  });

  it('rules now at the same place in every row, under the axis', () => {
    const { container } = render(
      <DueList items={[item(), item({ key: 'U', facts: { ...item().facts, dueH: 900 } })]} caption="Due" />,
    );
    // The rule in every row is placed by the one number of their table.
    expect(container.querySelectorAll('td.due-when > span')).toHaveLength(2);
    const place = container.querySelector('table')!.style.getPropertyValue('--now');
    const axis = container.querySelector('thead svg')!;
    const now = Number(
      [...axis.querySelectorAll('text')].find(({ textContent }) => textContent === 'now')!.getAttribute('x'),
    );
    expect(Number.parseFloat(place)).toBeCloseTo((100 * now) / Number(axis.getAttribute('width')), 2);
  });

  it('can stand on a wider axis, whose figures are larger', () => {
    const axisOf = (axisWidth?: number) => {
      const { container, unmount } = render(
        <DueTable caption="Due" {...(axisWidth && { axisWidth })}>
          <DueRow item={item()} {...(axisWidth && { axisWidth })} />
        </DueTable>,
      );
      const axis = container.querySelector('thead svg')!;
      const seen = {
        width: axis.getAttribute('width'),
        size: axis.querySelector('[font-size]')!.getAttribute('font-size'),
      };
      unmount();
      return seen;
    };
    expect(axisOf()).toEqual({ width: '280', size: '10' });
    expect(axisOf(420)).toEqual({ width: '420', size: '12' });
  });
});
