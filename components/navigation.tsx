'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useUnsent } from './unsent';

export const sections = [
  { href: '/today', label: 'Today', key: 't' },
  { href: '/due', label: 'Due', key: 'd' },
  { href: '/plant', label: 'Plant', key: 'p' },
  { href: '/lubricants', label: 'Lubricants', key: 'u' },
  { href: '/routes', label: 'Routes', key: 'r' },
  { href: '/condition', label: 'Condition', key: 'c' },
  { href: '/log', label: 'Log', key: 'l' },
  { href: '/bench', label: 'Bench', key: 'b' },
] as const;

/** The sections along a scale: the tick of the open one is longer. */
export function Navigation() {
  const path = usePathname();
  const unsent = useUnsent();
  return (
    <>
      <nav aria-label="Sections">
        <ul className="flex overflow-x-auto md:block md:border-l md:border-ink">
          {sections.map(({ href, label }) => {
            const here = path === href || path.startsWith(`${href}/`);
            return (
              <li key={href}>
                <Link
                  href={href}
                  aria-current={here ? 'page' : undefined}
                  className={`flex min-h-11 items-center px-3 no-underline hover:underline md:px-0 ${here ? 'font-semibold' : ''}`}
                >
                  <span aria-hidden="true" className={`mr-3 hidden h-px bg-ink md:block ${here ? 'w-6' : 'w-2.5'}`} />
                  <span className={here ? 'border-b-2 border-ink md:border-0' : ''}>{label}</span>
                </Link>
              </li>
            );
          })}
        </ul>
      </nav>
      {unsent > 0 && (
        <p role="status" className="caption px-3 md:mt-4 md:px-0">
          {unsent === 1 ? '1 entry waits' : `${unsent} entries wait`} on this device and will be sent.
        </p>
      )}
    </>
  );
}
