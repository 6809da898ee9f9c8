import type { ReactNode } from 'react';

/** What is looked at or filled in now and then, folded away behind its name. */
export function Disclosure({
  summary,
  className = 'mt-2',
  open,
  small = false,
  children,
}: {
  summary: ReactNode;
  className?: string;
  open?: boolean;
  /** Beside small print. */
  small?: boolean;
  children: ReactNode;
}) {
  return (
    <details className={className} open={open}>
      <summary
        className={`inline-flex min-h-11 cursor-pointer items-center ${small ? 'text-sm ' : ''}underline decoration-rule underline-offset-4 md:min-h-8`}
      >
        {summary}
      </summary>
      {children}
    </details>
  );
}
