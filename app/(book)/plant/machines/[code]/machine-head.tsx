import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { WhoMay, type Way } from '@/components/who-may';
import type { MachinePage as Page } from '@/desk/read/machine';

/** Where one goes on to from a machine, and who may. */
const ways: readonly Way[] = [
  ['chart', 'Chart for the wall'],
  ['trends', 'Trends'],
  ['labels', 'Labels'],
  ['card', 'Operator card'],
  ['grid', 'Points as a table', 'plan'],
  ['copy', 'Another like this', 'plan'],
  ['reservoirs/new', 'Add a reservoir', 'plan'],
  ['commission', 'Commission', 'write'],
];

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
          <WhoMay action="plan">
            <p className="no-print flex gap-2">
              <Link href={`/plant/machines/${code}/edit`} className="button">
                Change machine
              </Link>
              <Link href={`/plant/machines/${code}/points/new`} className="button">
                Add a point
              </Link>
            </p>
          </WhoMay>
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
        {ways.map(([path, words, needs = 'read']) => (
          <WhoMay key={path} action={needs}>
            <Link href={`/plant/machines/${code}/${path}`} className="inline-flex min-h-11 items-center md:min-h-8">
              {words}
            </Link>
          </WhoMay>
        ))}
      </nav>
    </>
  );
}
