import { act } from '@testing-library/react';
import { hydrateRoot } from 'react-dom/client';
import { renderToString } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { Listening } from './listening';

const page = (
  <Listening>
    <label>
      Area <input defaultValue="Press hall" />
    </label>
    <button type="button">Save</button>
    <a href="/plant">Plant</a>
  </Listening>
);

describe('a page that the server has sent', () => {
  it('has its controls shut, but not its links', () => {
    document.body.innerHTML = renderToString(page);
    for (const control of document.querySelectorAll('input, button')) expect(control.matches(':disabled')).toBe(true);
    expect(document.querySelector('a')!.getAttribute('href')).toBe('/plant');
  });

  it('opens them once its program runs, and is no group to a screen reader', async () => {
    document.body.innerHTML = `<div>${renderToString(page)}</div>`;
    const root = await act(async () => hydrateRoot(document.body.firstElementChild!, page));
    for (const control of document.querySelectorAll('input, button')) expect(control.matches(':disabled')).toBe(false);
    expect(document.querySelector('fieldset')!.getAttribute('role')).toBe('none');
    act(() => root.unmount());
  });
});
