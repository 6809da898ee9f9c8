import type { ReactNode } from 'react';

/** A part of a page under its own heading, found by it. */
export function Section({
  id,
  title,
  className,
  spaced = false,
  children,
}: {
  /** Of the heading: a link may lead to it. */
  id: string;
  title: ReactNode;
  className?: string;
  /** With room below the heading, where what follows brings none. */
  spaced?: boolean;
  children: ReactNode;
}) {
  return (
    <section aria-labelledby={id} className={className}>
      <h2 id={id} className={spaced ? 'mb-3 text-xl' : 'text-xl'}>
        {title}
      </h2>
      {children}
    </section>
  );
}
