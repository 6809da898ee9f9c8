import type { ReactNode } from 'react';

/** The head of a page: where it stands, what it is called, and what can be done from here. */
export function PageHead({
  trail,
  title,
  actions,
  noPrint = false,
  children,
}: {
  /** The way down to it, as links. */
  trail?: ReactNode;
  title: ReactNode;
  /** Buttons, beside the title. */
  actions?: ReactNode;
  noPrint?: boolean;
  /** What is said below the title. */
  children?: ReactNode;
}) {
  return (
    <header
      className={`${noPrint ? 'no-print ' : ''}flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-3`}
    >
      <div>
        {trail && <p className="caption">{trail}</p>}
        <h1 className="text-3xl">{title}</h1>
        {children}
      </div>
      {actions}
    </header>
  );
}
