'use client';

import { type ReactNode, useId, useState } from 'react';

/** What is long on a phone and lies open everywhere else: there a button opens it. */
export function FoldOnPhone({ words, children }: { words: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const id = useId();
  return (
    <>
      <button
        type="button"
        className="no-print min-h-11 underline md:hidden"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
      >
        {open ? 'Fold' : words}
      </button>
      <div id={id} className={open ? '' : 'max-md:hidden'}>
        {children}
      </div>
    </>
  );
}
