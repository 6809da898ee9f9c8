import Link from 'next/link';
import type { readReplacements } from '@/desk/read/store-room';

/** Products of that name which somebody has recorded a successor of. */
export function FormerProducts({ named }: { named: Awaited<ReturnType<typeof readReplacements>> }) {
  return (
    <section className="mt-6" aria-labelledby="former">
      <h3 id="former" className="font-semibold">
        A former product of that name
      </h3>
      <ul>
        {named.map(({ id, formerName, machine, code, name, sourceText, sourceOn }) => (
          <li key={id} className="rule-t py-1.5">
            {formerName}
            {machine && ` on the chart of ${machine}`}:{' '}
            <Link href={`/lubricants/${code}`} className="no-underline">
              <span className="house-code">{code}</span>
            </Link>{' '}
            {name}{' '}
            <span className="text-muted">
              ({sourceText}, {sourceOn.slice(0, 4)})
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
