import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { PointPicker } from './point-picker';

const point = (id: string, area: string) => ({ id, label: `M-${id}`, name: 'End', machine: 'M', area, kind: 'Chain' });
const areas = [
  { code: 'A', name: 'Hall A' },
  { code: 'B', name: 'Hall B' },
];

function Picking() {
  const [picked, setPicked] = useState<string[]>([]);
  return (
    <>
      <PointPicker choices={[]} areas={areas} picked={picked} onPick={setPicked} />
      <output aria-label="Picked">{picked.join(' ')}</output>
    </>
  );
}

describe('picking points of a large plant', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('fetches one area after another and keeps what was picked in the one before', async () => {
    const asked: string[] = [];
    vi.stubGlobal('fetch', (address: string) => {
      asked.push(address);
      const area = address.at(-1)!;
      return Promise.resolve(Response.json({ area, points: [point(`${area}1`, area), point(`${area}2`, area)] }));
    });
    const user = userEvent.setup();
    render(<Picking />);
    expect(within(screen.getByRole('list', { name: 'Points' })).queryAllByRole('listitem')).toHaveLength(0);
    const area = screen.getByRole('combobox', { name: 'Pick from the area' });
    await user.selectOptions(area, 'A');
    await user.click(await screen.findByRole('checkbox', { name: /M-A1/ }));
    await user.selectOptions(area, 'B');
    await user.click(await screen.findByRole('button', { name: 'Pick all 2 shown' }));
    expect(screen.getByRole('status', { name: 'Picked' }).textContent).toBe('A1 B1 B2');
    expect(asked).toEqual(['/api/points?area=A', '/api/points?area=B']);
  });

  it('says so where an area cannot be loaded, and loads it when it is chosen again', async () => {
    let away = true;
    vi.stubGlobal('fetch', () =>
      Promise.resolve(away ? new Response('', { status: 503 }) : Response.json({ points: [point('A1', 'A')] })),
    );
    const user = userEvent.setup();
    render(<Picking />);
    const area = screen.getByRole('combobox', { name: 'Pick from the area' });
    await user.selectOptions(area, 'A');
    expect(await screen.findByText(/could not be loaded/)).toBeTruthy();
    away = false;
    await user.selectOptions(area, '');
    await user.selectOptions(area, 'A');
    expect(await screen.findByRole('checkbox', { name: /M-A1/ })).toBeTruthy();
    expect(screen.queryByText(/could not be loaded/)).toBeNull();
  });
});
