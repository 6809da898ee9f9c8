import type { ReactNode } from 'react';

/** What is wider than a phone, to be scrolled across by finger and by keyboard. */
export const ScrolledAcross = ({ label, children }: { label: string; children: ReactNode }) => (
  // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
  <div className="overflow-x-auto" role="region" aria-label={label} tabIndex={0}>
    {children}
  </div>
);
