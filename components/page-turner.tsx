'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** Turns diary pages by button and by arrow keys. */
export function PageTurner({ before, after, today }: { before: string; after: string; today: string | null }) {
  const router = useRouter();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
      if (
        event.target instanceof HTMLElement &&
        event.target.closest('input, select, textarea, [role="dialog"], [contenteditable]')
      )
        return;
      if (event.key === 'ArrowLeft') router.push(before);
      if (event.key === 'ArrowRight') router.push(after);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [router, before, after]);
  return (
    <nav aria-label="Pages of the diary" className="no-print flex gap-2">
      <Link href={before} className="button" aria-label="Day before">
        ←
      </Link>
      {today && (
        <Link href={today} className="button">
          Today
        </Link>
      )}
      <Link href={after} className="button" aria-label="Day after">
        →
      </Link>
    </nav>
  );
}
