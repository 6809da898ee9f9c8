import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { TextField } from './fields';
import type { SaveAnswer } from './saved-form';
import { SaidForm } from './said-form';

type Values = { name: string };

/** The form as a page shows it; the page is made anew with what is stored by then. */
function shown(save: (values: Values) => Promise<SaveAnswer>, { clears = false, initial = { name: 'Hall A' } } = {}) {
  const form = (values: Values) => (
    <SaidForm
      needs="plan"
      initial={values}
      submitLabel="Save"
      saved={({ name }) => `${name} is kept.`}
      clears={clears}
      save={save}
    >
      <TextField name="name" label="Name" />
    </SaidForm>
  );
  const { rerender } = render(form(initial));
  return { anew: (values: Values) => rerender(form(values)) };
}
const type = (text: string) => fireEvent.change(screen.getByLabelText('Name'), { target: { value: text } });
const press = () => fireEvent.click(screen.getByRole('button', { name: 'Save' }));
const field = () => screen.getByLabelText<HTMLInputElement>('Name').value;
const said = () => screen.getByRole('status').textContent;

describe('a form that says that it has saved', () => {
  it('begins anew from what is stored, and goes on saying it', async () => {
    const { anew } = shown(async () => ({ ok: true }));
    type('hall b');
    press();
    await waitFor(() => expect(said()).toBe('hall b is kept.'));
    anew({ name: 'Hall B' });
    expect([field(), said()]).toEqual(['Hall B', 'hall b is kept.']);
  });

  it('keeps what was typed where it was refused, and says nothing of saving', async () => {
    shown(async () => ({ ok: false, reason: 'Not so.', fields: { name: 'Name: another has it.' } }));
    type('Hall C');
    press();
    expect(await screen.findByText('Name: another has it.')).toBeTruthy();
    expect([field(), said()]).toEqual(['Hall C', '']);
  });

  it('takes back what it said when something is saved again, and is refused then', async () => {
    const save = vi
      .fn<(values: Values) => Promise<SaveAnswer>>()
      .mockResolvedValueOnce({ ok: true })
      .mockResolvedValueOnce({ ok: false, reason: 'Not so.' });
    shown(save);
    press();
    await waitFor(() => expect(said()).toBe('Hall A is kept.'));
    press();
    expect(await screen.findByText('Not so.')).toBeTruthy();
    expect(said()).toBe('');
  });

  it.each([
    [true, ''],
    [false, 'Hall D'],
  ])('stands empty for the next one where it is to: %s', async (clears, left) => {
    shown(async () => ({ ok: true }), { clears, initial: { name: '' } });
    type('Hall D');
    press();
    await waitFor(() => expect(said()).toBe('Hall D is kept.'));
    expect(field()).toBe(left);
  });
});
