import { render, screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { AreaTable } from './area-table';

it('says of each machine where its tasks stand, nothing as a dash that is read as none', () => {
  render(
    <AreaTable
      machines={[
        { id: 'A', code: 'BM-1', name: 'Ball mill', points: 7, overdue: 2, due: 0, unknown: 1 },
        { id: 'B', code: 'BM-2', name: 'Ball mill', points: 0, overdue: 0, due: 3, unknown: 0 },
      ]}
    />,
  );
  const [, first, second] = screen.getAllByRole('row');
  expect(within(first!).getByRole('link', { name: 'BM-1' }).getAttribute('href')).toBe('/plant/machines/BM-1');
  const cells = (row: HTMLElement) =>
    within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent);
  expect(cells(first!)).toEqual(['7 points', '2 overdue', '– due', '1 unknown']);
  expect(cells(second!)).toEqual(['– points', '– overdue', '3 due', '– unknown']);
  expect(within(first!).getAllByRole('cell')[1]!.className).toContain('font-semibold');
  expect(within(second!).getAllByLabelText('none')).toHaveLength(3);
});
