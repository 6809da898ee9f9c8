import { screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { renderOnPage } from '../testing';
import { DayInput } from './day-input';

function Shown({ initial = '' }: { initial?: string }) {
  const [value, setValue] = useState(initial);
  return (
    <>
      <label htmlFor="day">Done on</label>
      <DayInput id="day" label="Done on" value={value} onChange={setValue} />
      <output>{value}</output>
    </>
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Done on');
const held = () => screen.getByRole('status').textContent;

describe('a day', () => {
  it('is shown and typed as it is written here, and held as the calendar day', async () => {
    const { user } = renderOnPage(<Shown initial="2026-11-24" />);
    expect(field().value).toBe('24 Nov 2026');
    await user.clear(field());
    await user.type(field(), '3.2.26');
    expect([field().value, held()]).toEqual(['3.2.26', '2026-02-03']);
    await user.tab();
    expect(field().value).toBe('3 Feb 2026');
  });

  it('that cannot be read stays as it was typed', async () => {
    const { user } = renderOnPage(<Shown />);
    await user.type(field(), 'last week');
    await user.tab();
    expect([field().value, held()]).toEqual(['last week', 'last week']);
  });

  it('is chosen from a sheet of days by keyboard alone', async () => {
    const { user } = renderOnPage(<Shown initial="2026-11-24" />);
    await user.click(field());
    await user.keyboard('{ArrowDown}');
    const sheet = await screen.findByRole('dialog', { name: 'Done on' });
    const grid = await within(sheet).findByRole('grid');
    // The days hear the keys once the chosen one is in focus.
    await waitFor(() => expect(grid.contains(document.activeElement)).toBe(true));
    await user.keyboard('{ArrowRight}{ArrowDown}{Enter}');
    expect([field().value, held()]).toEqual(['2 Dec 2026', '2026-12-02']);
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('is chosen with a finger; closing the sheet changes nothing', async () => {
    const { user } = renderOnPage(<Shown initial="2026-11-24" />);
    const open = () => user.click(screen.getByRole('button', { name: 'Calendar: Done on' }));
    await open();
    await screen.findByRole('grid');
    await user.keyboard('{Escape}');
    expect(held()).toBe('2026-11-24');
    await open();
    await user.click(await screen.findByRole('button', { name: /November 26th, 2026/ }));
    expect(field().value).toBe('26 Nov 2026');
  });
});
