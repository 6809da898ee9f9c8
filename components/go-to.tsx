'use client';

import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { useEffect, useId, useState } from 'react';
import { isTyping } from './shortcuts';

type Found = { kind: string; label: string; name: string; href: string };

/** `/` goes to any machine, point, lubricant, route or person by code or name. */
export function GoTo() {
  const router = useRouter();
  const id = useId();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const [found, setFound] = useState<Found[]>([]);
  const [place, setPlace] = useState(0);
  const [away, setAway] = useState(false);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  useEffect(() => {
    if (!open) return;
    const asked = new AbortController();
    const timer = setTimeout(() => {
      fetch(`/api/find?q=${encodeURIComponent(typed)}`, { signal: asked.signal })
        .then((response) =>
          response.ok
            ? (response.json() as Promise<{ found: Found[] }>)
            : Promise.reject(new Error(String(response.status))),
        )
        .then((answer) => {
          setFound(answer.found);
          setPlace(0);
          setAway(false);
        })
        .catch(() => {
          if (!asked.signal.aborted) setAway(true);
        });
    }, 120);
    return () => {
      clearTimeout(timer);
      asked.abort();
    };
  }, [open, typed]);

  const go = (to: Found | undefined) => {
    if (!to) return;
    setOpen(false);
    setTyped('');
    router.push(to.href);
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="button button-quiet no-print text-sm">
        Go to … <kbd className="caption">/</kbd>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 w-[min(94vw,34rem)] -translate-x-1/2 border border-ink bg-sheet p-5"
        >
          <Dialog.Title className="text-xl font-semibold">Go to</Dialog.Title>
          <label htmlFor={`${id}-field`} className="caption">
            Machine, point, lubricant, route or person, by code or name
          </label>
          <input
            id={`${id}-field`}
            role="combobox"
            aria-expanded={found.length > 0}
            aria-controls={`${id}-list`}
            aria-activedescendant={found[place] ? `${id}-${place}` : undefined}
            aria-autocomplete="list"
            className="field mt-1 text-lg"
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'ArrowDown') {
                event.preventDefault();
                setPlace(Math.min(found.length - 1, place + 1));
              }
              if (event.key === 'ArrowUp') {
                event.preventDefault();
                setPlace(Math.max(0, place - 1));
              }
              if (event.key === 'Enter') {
                event.preventDefault();
                go(found[place]);
              }
            }}
          />
          <ul id={`${id}-list`} role="listbox" aria-label="Found" className="mt-3 max-h-[50vh] overflow-y-auto">
            {found.map((each, index) => (
              // Reached from the field above by the arrow keys, as a combobox is.
              // eslint-disable-next-line jsx-a11y/click-events-have-key-events
              <li
                key={each.href + each.label}
                id={`${id}-${index}`}
                role="option"
                aria-selected={index === place}
                tabIndex={-1}
                className={`rule-t flex min-h-11 cursor-pointer items-center gap-3 px-2 ${index === place ? 'bg-ink text-sheet' : ''}`}
                onClick={() => go(each)}
              >
                <strong className="whitespace-nowrap">{each.label}</strong>
                <span className="min-w-0 grow truncate">{each.name}</span>
                <span className={index === place ? 'text-sm' : 'caption'}>{each.kind}</span>
              </li>
            ))}
          </ul>
          <p role="status" className="caption mt-2">
            {away
              ? 'The server does not answer. Try again in a moment.'
              : typed.trim() !== '' && found.length === 0
                ? 'Nothing of that code or name.'
                : ''}
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
