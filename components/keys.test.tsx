import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { GoTo } from './go-to';
import { PageTurner } from './page-turner';
import { Shortcuts } from './shortcuts';
import { renderOnPage } from './testing';

const press = (key: string, init: KeyboardEventInit = {}, target: Element = document.body) =>
  act(() => void fireEvent.keyDown(target, { key, bubbles: true, ...init }));

describe('one letter', () => {
  it('opens its section, and rests while something is typed or a modifier is held', () => {
    const { visits } = renderOnPage(
      <>
        <Shortcuts />
        <input aria-label="Name" />
      </>,
    );
    press('d');
    press('p', { ctrlKey: true });
    press('p', {}, screen.getByLabelText('Name'));
    press('x');
    expect(visits.pushed).toEqual(['/due']);
  });

  it('question mark lists them all, and Esc closes the list', async () => {
    const { user } = renderOnPage(<Shortcuts />);
    press('?');
    const list = await screen.findByRole('dialog', { name: 'Shortcuts' });
    for (const words of ['Open Due', 'Open Log', 'Today: turn the page'])
      expect(within(list).getByText(words)).toBeDefined();
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('the diary', () => {
  it('turns by arrow keys and by buttons, not from inside a field, and always from the page that shows', () => {
    const turned: (string | null | undefined)[] = [];
    const onClick = (event: Event) => {
      event.preventDefault();
      turned.push((event.target as HTMLElement).closest('a')?.getAttribute('href'));
    };
    document.addEventListener('click', onClick, { capture: true });
    const page = (before: string, after: string) => (
      <>
        <PageTurner before={before} after={after} today={null} />
        <textarea aria-label="Note" />
      </>
    );
    const { rerender } = renderOnPage(page('/today/2026-06-14', '/today/2026-06-16'));
    press('ArrowLeft');
    press('ArrowRight');
    press('ArrowRight', { shiftKey: true });
    press('ArrowRight', {}, screen.getByLabelText('Note'));
    expect(turned).toEqual(['/today/2026-06-14', '/today/2026-06-16']);
    rerender(page('/today/2026-06-13', '/today/2026-06-15'));
    press('ArrowRight');
    document.removeEventListener('click', onClick, { capture: true });
    expect(turned.at(-1)).toBe('/today/2026-06-15');
    expect(screen.getByRole('link', { name: 'Day before' }).getAttribute('href')).toBe('/today/2026-06-13');
    expect(screen.queryByRole('link', { name: 'Today' })).toBeNull();
  });
});

describe('going to', () => {
  const things = [
    { kind: 'machine', label: 'BM-1', name: 'Ball mill 1', href: '/plant/machines/BM-1' },
    { kind: 'point', label: 'BM-1·03', name: 'Reduction gear', href: '/plant/machines/BM-1/points/3' },
  ];
  const finding = (answer: () => Promise<Response>) => {
    const asked: string[] = [];
    vi.stubGlobal('fetch', (url: string) => {
      asked.push(url);
      return answer();
    });
    return asked;
  };
  const found = async () => Response.json({ found: things });

  it('opens with a slash, looks once typing rests, and goes by arrows and Enter', async () => {
    const asked = finding(found);
    const { user, visits } = renderOnPage(<GoTo />);
    press('/');
    const field = await screen.findByRole('combobox');
    await user.type(field, 'bm');
    const options = await screen.findAllByRole('option');
    expect(asked.at(-1)).toBe('/api/find?q=bm');
    expect(asked.length).toBeLessThan(4);
    expect(options.map((option) => option.getAttribute('aria-selected'))).toEqual(['true', 'false']);
    await user.keyboard('{ArrowDown}{ArrowDown}{ArrowUp}{ArrowDown}');
    expect(field.getAttribute('aria-activedescendant')).toBe(screen.getAllByRole('option')[1]!.id);
    await user.keyboard('{Enter}');
    expect(visits.pushed).toEqual(['/plant/machines/BM-1/points/3']);
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('goes where one is pressed', async () => {
    finding(found);
    const { user, visits } = renderOnPage(<GoTo />);
    await user.click(screen.getByRole('button', { name: /Go to/ }));
    await user.click(await screen.findByText('Ball mill 1'));
    expect(visits.pushed).toEqual(['/plant/machines/BM-1']);
  });

  it('says when there is nothing, and when nobody answers', async () => {
    let away = false;
    finding(async () => (away ? new Response('', { status: 503 }) : Response.json({ found: [] })));
    const { user } = renderOnPage(<GoTo />);
    press('/');
    const field = await screen.findByRole('combobox');
    await user.type(field, 'zz');
    expect(await screen.findByText('Nothing of that code or name.')).toBeDefined();
    await user.keyboard('{Enter}');
    expect(screen.getByRole('dialog')).toBeDefined();
    away = true;
    await user.type(field, 'z');
    await waitFor(() => expect(screen.getByRole('status').textContent).toContain('The server does not answer'));
  });
});
