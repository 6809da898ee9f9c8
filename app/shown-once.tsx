'use client';

import { useId } from 'react';

/** Something that lets its holder in: it can be read now, and never again. */
export function ShownOnce({ label, text }: { label: string; text: string }) {
  const id = useId();
  return (
    <p className="my-3 border-l-4 border-ink pl-3" role="status">
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      <span className="caption block">Copy it now: the book keeps no copy and cannot show it again.</span>
      <input
        id={id}
        className="field mt-1 w-full font-mono text-sm"
        readOnly
        value={text}
        onFocus={(event) => event.target.select()}
      />
    </p>
  );
}
