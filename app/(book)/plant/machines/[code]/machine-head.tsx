import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { type Way, Ways } from '@/components/ways';
import { WhoMay } from '@/components/who-may';
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
      <div className="mt-2">
        <Ways label="Of this machine" from={`/plant/machines/${code}`} ways={ways} />
      </div>
    </>
  );
}
