'use client';

import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { sections } from './navigation';

/** Whether keys go into a field just now, so that shortcuts must rest. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** `?` lists the shortcuts; one letter opens a section. They rest while something is being typed. */
export function Shortcuts() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (event.key === '?') setOpen(true);
      const section = sections.find(({ key }) => key === event.key);
      if (section) router.push(section.href);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [router]);
  const rows: [string, string][] = [
    ...sections.map(({ key, label }): [string, string] => [key, `Open ${label}`]),
    ['/', 'Go to any machine, point, lubricant, route or person'],
    ['← →', 'Today: turn the page'],
    ['Space, ↑ ↓, Space', 'Routes: pick up, move and put down a stop'],
    ['?', 'This list'],
    ['Esc', 'Close'],
  ];
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="button button-quiet no-print text-sm">
        Shortcuts <kbd className="caption">?</kbd>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 w-[min(92vw,26rem)] -translate-x-1/2 -translate-y-1/2 border border-ink bg-sheet p-6"
        >
          <Dialog.Title className="text-xl font-semibold">Shortcuts</Dialog.Title>
          <table className="mt-4 w-full">
            <tbody>
              {rows.map(([key, what]) => (
                <tr key={what} className="rule-b">
                  <th scope="row" className="py-1.5 pr-6">
                    <kbd>{key}</kbd>
                  </th>
                  <td className="py-1.5">{what}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <Dialog.Close className="button mt-5">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
