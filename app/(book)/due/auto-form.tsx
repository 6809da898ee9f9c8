'use client';

import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';

/** A filter that takes effect as it is changed; without script its button does it. On a phone it opens on demand. */
export function AutoForm({ children, opener }: { children: ReactNode; opener: string }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const show = (form: HTMLFormElement) => {
    const chosen = [...new FormData(form)].filter(
      (pair): pair is [string, string] => typeof pair[1] === 'string' && pair[1] !== '',
    );
    router.replace(`?${new URLSearchParams(chosen)}`, { scroll: false });
  };
  return (
    <>
      <button type="button" className="button mt-3 md:hidden" aria-expanded={open} onClick={() => setOpen(!open)}>
        {opener}
      </button>
      <form
        role="search"
        className={`no-print mt-4 grid ${open ? '' : 'max-md:hidden'} grid-cols-2 gap-3 md:grid-cols-4 xl:grid-cols-6 xl:items-end`}
        onChange={(event) => {
          if (!(event.target instanceof HTMLInputElement) || event.target.type !== 'text') show(event.currentTarget);
        }}
        onSubmit={(event) => {
          event.preventDefault();
          show(event.currentTarget);
        }}
      >
        {children}
        <button className="button self-end">Show</button>
      </form>
    </>
  );
}
