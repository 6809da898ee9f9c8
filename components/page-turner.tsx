'use client';

import Link from 'next/link';
import { useEffect, useRef } from 'react';

/** Turns diary pages by button and by arrow keys. */
export function PageTurner({ before, after, today }: { before: string; after: string; today: string | null }) {
  const beforeLink = useRef<HTMLAnchorElement>(null);
  const afterLink = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
      if (
        event.target instanceof HTMLElement &&
        event.target.closest('input, select, textarea, [role="dialog"], [contenteditable]')
      )
        return;
      // A key presses the link that is on the page, which is never that of the page before.
      if (event.key === 'ArrowLeft') beforeLink.current?.click();
      if (event.key === 'ArrowRight') afterLink.current?.click();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <nav aria-label="Pages of the diary" className="no-print flex gap-2">
      <Link ref={beforeLink} href={before} className="button" aria-label="Day before">
        ←
      </Link>
      {today && (
        <Link href={today} className="button">
          Today
        </Link>
      )}
      <Link ref={afterLink} href={after} className="button" aria-label="Day after">
        →
      </Link>
    </nav>
  );
}
