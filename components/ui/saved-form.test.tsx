import { screen, waitFor } from '@testing-library/react';
import { AppRouterContext } from 'next/dist/shared/lib/app-router-context.shared-runtime';
import { describe, expect, it } from 'vitest';
import type { Action } from '@/core/people/rights';
import { renderOnPage } from '../testing';
import { AllowedHere, WhoMay } from '../who-may';
import { ChoicesField, NoteField, QuantityField, TextField, TickField } from './fields';
import { type SaveAnswer, SavedForm } from './saved-form';
import { StagesField } from './stages-field';

type Values = { name: string; bore: string; note: string; wet: boolean; metals: string[]; when: string };
const empty: Values = { name: '', bore: '', note: '', wet: false, metals: [], when: '' };

function show(save: (values: Values) => Promise<SaveAnswer>, initial: Partial<Values> = {}) {
  return renderOnPage(
    <SavedForm<Values> needs="plan" initial={{ ...empty, ...initial }} save={save} submitLabel="Save point">
      <TextField name="name" label="Name" required />
      <QuantityField name="bore" label="Bore d" dimension="length" hint="As stamped" />
      <NoteField name="note" label="Note" />
      <TickField name="wet" label="Stands in water" />
      <ChoicesField
        name="metals"
        label="Touches"
        options={[
          { value: 'steel', label: 'steel' },
          { value: 'bronze', label: 'bronze' },
        ]}
      />
      <StagesField name="when" />
    </SavedForm>,
  );
}

const kept = async (): Promise<SaveAnswer> => ({ ok: true });
const saveButton = () => screen.getByRole('button', { name: /^Sav/ });

describe('a form', () => {
  it('is read by those who may not change it, and says whose it is', () => {
    const form = (allowed: Action[]) => (
      <AllowedHere actions={allowed}>
        <SavedForm<Values> needs="plan" initial={{ ...empty, name: 'Fan' }} save={kept} submitLabel="Save point">
          <TextField name="name" label="Name" />
        </SavedForm>
        <WhoMay action="plan">Add a point</WhoMay>
      </AllowedHere>
    );
    const { rerender } = renderOnPage(form(['read']));
    expect(screen.getByText('Not yours to change. Planners change the plan.')).toBeDefined();
    expect(screen.getByLabelText<HTMLInputElement>(/^Name/).matches(':disabled')).toBe(true);
    expect(screen.getByLabelText<HTMLInputElement>(/^Name/).value).toBe('Fan');
    expect([screen.queryByRole('button'), screen.queryByText('Add a point')]).toEqual([null, null]);
    rerender(<AppRouterContext value={null}>{form(['read', 'plan'])}</AppRouterContext>);
    expect(saveButton()).toBeDefined();
    expect(screen.getByText('Add a point')).toBeDefined();
  });

  it('hands over what was typed, as it was typed', async () => {
    const saved: Values[] = [];
    const { user } = show(async (values) => {
      saved.push(values);
      return { ok: true };
    });
    await user.type(screen.getByLabelText(/^Name/), 'Motor bearing');
    await user.type(screen.getByLabelText('Bore d'), '60 mm');
    await user.click(screen.getByLabelText('Stands in water'));
    await user.click(screen.getByLabelText('bronze'));
    await user.click(saveButton());
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0]).toEqual({ ...empty, name: 'Motor bearing', bore: '60 mm', wet: true, metals: ['bronze'] });
    expect(screen.queryByText('Not saved.')).toBeNull();
  });

  it('puts a refusal beside its field, goes to the first of them and keeps everything typed', async () => {
    const { user } = show(async () => ({
      ok: false,
      reason: 'Two fields need another look.',
      fields: { bore: 'Bore d: must be at least 1 mm.', note: 'Note: too long.' },
    }));
    const bore = screen.getByLabelText('Bore d');
    await user.type(screen.getByLabelText(/^Name/), 'Bearing');
    await user.type(bore, '-60');
    await user.click(saveButton());
    expect(await screen.findByText('Two fields need another look.')).toBeDefined();
    await waitFor(() => expect(document.activeElement).toBe(bore));
    expect(bore.getAttribute('aria-invalid')).toBe('true');
    const words = document.getElementById(bore.getAttribute('aria-describedby')!);
    expect(words?.textContent).toContain('must be at least 1 mm');
    expect(screen.getByText('Note: too long.', { exact: false })).toBeDefined();
    expect(screen.getByLabelText<HTMLInputElement>(/^Name/).value).toBe('Bearing');
    expect((bore as HTMLInputElement).value).toBe('-60');
  });

  it('takes its words back when it is saved again', async () => {
    let good = false;
    const { user } = show(async () =>
      good ? { ok: true } : { ok: false, reason: 'No.', fields: { name: 'Name: taken.' } },
    );
    await user.click(saveButton());
    expect(await screen.findByText('Name: taken.', { exact: false })).toBeDefined();
    good = true;
    await user.click(saveButton());
    await waitFor(() => expect(screen.queryByText('Name: taken.', { exact: false })).toBeNull());
    expect(screen.queryByText('Not saved.')).toBeNull();
    expect(screen.getByLabelText(/^Name/).getAttribute('aria-invalid')).toBeNull();
  });

  it('says so when nobody answers, and can be sent again', async () => {
    let calls = 0;
    const { user } = show(async () => {
      calls += 1;
      if (calls === 1) throw new TypeError('Failed to fetch');
      return { ok: true };
    });
    await user.type(screen.getByLabelText(/^Name/), 'Kept');
    await user.click(saveButton());
    expect(await screen.findByText('The server does not answer.', { exact: false })).toBeDefined();
    expect(screen.getByLabelText<HTMLInputElement>(/^Name/).value).toBe('Kept');
    await user.click(saveButton());
    await waitFor(() => expect(calls).toBe(2));
  });

  it('is sent once, however often it is pressed', async () => {
    let calls = 0;
    let answer = (_: SaveAnswer) => {};
    const { user } = show(() => {
      calls += 1;
      return new Promise((resolve) => (answer = resolve));
    });
    await user.click(saveButton());
    await waitFor(() => expect(saveButton().textContent).toBe('Saving …'));
    await user.click(saveButton());
    expect(calls).toBe(1);
    answer({ ok: true });
    await waitFor(() => expect(saveButton().textContent).toBe('Save point'));
  });
});

describe('a field', () => {
  const nothing = async (): Promise<SaveAnswer> => ({ ok: true });

  it.each([
    ['2 in', '2 in = 50.8 mm'],
    ['50 mm', ''],
    ['140 °F', ''],
  ])('of a quantity converts %s where anybody sees it', async (typed, echo) => {
    const { user, container } = show(nothing);
    await user.type(screen.getByLabelText('Bore d'), typed);
    const shown = [...container.querySelectorAll('.caption')].map(({ textContent }) => textContent);
    expect(shown.some((text) => text.includes('='))).toBe(echo !== '');
    if (echo) expect(shown.join('\n')).toContain(echo);
  });

  it('shows its hint until there is something wrong with it', async () => {
    const { user } = show(async () => ({ ok: false, reason: 'No.', fields: { bore: 'Bore d: missing.' } }));
    expect(screen.getByText('As stamped')).toBeDefined();
    await user.click(saveButton());
    await waitFor(() => expect(screen.queryByText('As stamped')).toBeNull());
  });

  it('of intervals says back what it read, and which limit wins', async () => {
    const { user } = show(nothing);
    const when = screen.getByLabelText('How often');
    await user.type(when, '1 x 300 h; then 4000 h or 2 years');
    expect(screen.getByText('Read as: 1 × 300 h; then 4 000 h or 2 years, whichever comes first')).toBeDefined();
    await user.clear(when);
    await user.type(when, 'now and then');
    expect(screen.queryByText(/^Read as/)).toBeNull();
  });
});
