import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { bookAnswers, renderOnPage } from '@/components/testing';
import { waitingEntries } from '@/components/use-outbox';
import type { CardLine, CardMeter } from '@/desk/walk/operator-card';
import { Counter } from './counter';

const line = (change: Partial<CardLine> = {}): CardLine =>
  ({
    taskId: 'TASK',
    pointId: 'POINT',
    pointName: 'Ways',
    location: 'both sides',
    title: 'Oil the ways',
    action: 'top-up',
    amount: { kind: 'strokes', value: 2 },
    lubricant: { id: 'L', code: 'O-68', name: 'Way oil' },
    every: 'every 4 h',
    interval: { hours: 4 },
    lastAt: new Date(Date.now() - 6 * 3_600_000).toISOString(),
    counted: null,
    cautions: 'Spindle stopped.',
    doNots: '',
    enough: '',
    ...change,
  }) as CardLine;
const cuts = {
  id: 'CUTS',
  name: 'Cuts',
  unit: 'cycles',
  last: { value: 100, at: '2026-06-01T06:00:00Z' },
} as CardMeter;

const show = (change: Partial<Parameters<typeof Counter>[0]> = {}) =>
  renderOnPage(
    <Counter
      machine={{ id: 'M', code: 'P1', name: 'Press 1' }}
      lines={[line()]}
      meters={[cuts]}
      person={{ id: 'OP', initials: 'OT', name: 'Otto' }}
      {...change}
    />,
  );
const press = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

describe('the counter at a machine', () => {
  it('is written in the name of whoever is signed in, with its caution before it', async () => {
    bookAnswers();
    const { user, container } = show();
    expect(container.textContent).toContain('OT Otto');
    expect(container.textContent!.indexOf('Spindle stopped.')).toBeLessThan(
      container.textContent!.indexOf('Oil the ways'),
    );
    await user.click(press('Done'));
    expect(await screen.findByText('Oil the ways: written.', { exact: false })).toBeDefined();
    const [entry] = await waitingEntries();
    expect(entry).toMatchObject({
      kind: 'top-up',
      personId: 'OP',
      machineId: 'M',
      pointId: 'POINT',
      taskIds: ['TASK'],
      body: { amount: 2, amountKind: 'strokes' },
    });
    await user.click(await screen.findByRole('button', { name: 'Take back' }));
    expect(await screen.findByText('Taken back.', { exact: false })).toBeDefined();
    expect(await waitingEntries()).toEqual([]);
  });

  it('says how long since, and so whether it is wanted', async () => {
    bookAnswers();
    const due = show();
    const standing = () => due.container.querySelector('li p.text-lg')!;
    await waitFor(() => expect(standing().className).toContain('font-semibold'));
    await due.user.click(press('Done'));
    await waitFor(() => expect(standing().className).not.toContain('font-semibold'));
    await due.user.click(await screen.findByRole('button', { name: 'Take back' }));
    await waitFor(() => expect(standing().className).toContain('font-semibold'));
  });

  it('counts up in steps, down not below what stands in the book, and writes the count', async () => {
    const sent = bookAnswers();
    const { user } = show();
    const count = () => screen.getByLabelText('Cuts counts').textContent;
    expect(press('Write the count').disabled).toBe(true);
    await user.click(press('Cuts less one'));
    expect(count()).toBe('100');
    for (const step of ['+100', '+10', '+1', '+1']) await user.click(press(step));
    await user.click(press('Cuts less one'));
    expect(count()).toBe('211');
    await user.click(press('Write the count'));
    expect(await screen.findByText('Cuts: 211 written.', { exact: false })).toBeDefined();
    await waitFor(() => expect(sent).toMatchObject([{ kind: 'reading', body: { meterId: 'CUTS', value: 211 } }]));
  });

  it('goes by the count where the task does', async () => {
    bookAnswers();
    const { user, container } = show({
      lines: [line({ interval: { cycles: 150 }, every: 'every 150 cycles', counted: 60 })],
    });
    const standing = () => container.querySelector('li p.text-lg')!;
    // Sixty were counted since it was done before the book knew of the last reading.
    await waitFor(() => expect(standing().textContent).toBe('90 to go'));
    expect(standing().className).not.toContain('font-semibold');
    await user.click(press('+100'));
    expect(standing().textContent).toBe('due: 160 since the last time');
    expect(standing().className).toContain('font-semibold');
    await user.click(press('Done'));
    await waitFor(() => expect(standing().textContent).toBe('150 to go'));
    // Taken back it is due as it was.
    await user.click(await screen.findByRole('button', { name: 'Take back' }));
    await waitFor(() => expect(standing().textContent).toBe('due: 160 since the last time'));
  });

  it('begins a counter that was never read at its first count, which is typed', async () => {
    const sent = bookAnswers();
    const { user, container } = show({
      meters: [{ ...cuts, last: null }],
      lines: [line({ interval: { cycles: 50 }, every: 'every 50 cycles', lastAt: null })],
    });
    const standing = () => container.querySelector('li p.text-lg')!;
    await waitFor(() => expect(standing().textContent).toBe('counts from the first count on'));
    expect(press('Write the count').disabled).toBe(true);
    await user.type(screen.getByLabelText(/What does it show/), '41 200 000 cuts');
    await user.click(press('Write the count'));
    await waitFor(() =>
      expect(sent).toContainEqual(expect.objectContaining({ body: { meterId: 'CUTS', value: 41_200_000 } })),
    );
    expect(press('Write the count').disabled).toBe(true);
    expect(standing().textContent).toBe('50 to go');
    await user.click(press('+10'));
    expect(standing().textContent).toBe('40 to go');
  });

  it('says when there is nothing to do here', () => {
    show({ lines: [], meters: [] });
    expect(screen.getByText('Nothing here is done by the operator.')).toBeDefined();
  });
});
