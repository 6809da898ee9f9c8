import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import type { MachinePage as Page } from '@/desk/read/machine';

/** What a machine is called, and the ways on from it. */
export function MachineHead({ machine, area, oldCodes, model }: Pick<Page, 'machine' | 'area' | 'oldCodes' | 'model'>) {
  const { code } = machine;
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/plant">Plant</Link> › {area.code} {area.name}
          </>
        }
        title={
          <>
            <span className="mr-3">{machine.code}</span>
            <span className="font-normal">{machine.name}</span>
          </>
        }
        actions={
          <p className="no-print flex gap-2">
            <Link href={`/plant/machines/${code}/edit`} className="button">
              Change machine
            </Link>
            <Link href={`/plant/machines/${code}/points/new`} className="button">
              Add a point
            </Link>
          </p>
        }
      >
        {(oldCodes.length > 0 || model) && (
          <p className="caption">
            {oldCodes.length > 0 && `formerly ${oldCodes.join(', ')}`}
            {oldCodes.length > 0 && model && '; '}
            {model && `model ${model.name}`}
          </p>
        )}
      </PageHead>
      <nav aria-label="Of this machine" className="no-print mt-2 flex flex-wrap gap-x-6">
        {[
          ['chart', 'Chart for the wall'],
          ['trends', 'Trends'],
          ['labels', 'Labels'],
          ['card', 'Operator card'],
          ['grid', 'Points as a table'],
          ['copy', 'Another like this'],
          ['reservoirs/new', 'Add a reservoir'],
          ['commission', 'Commission'],
        ].map(([path, words]) => (
          <Link
            key={path}
            href={`/plant/machines/${code}/${path}`}
            className="inline-flex min-h-11 items-center md:min-h-8"
          >
            {words}
          </Link>
        ))}
      </nav>
    </>
  );
}
