import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk, reading } from '@/app/server';
import { PlaceLink } from '@/app/place-link';
import { PageHead } from '@/components/ui/page-head';
import { thePlant } from '@/desk/plant';
import { waitingTricks } from '@/desk/register/tricks';
import { TrickLine } from './tricks-section';

export const metadata: Metadata = { title: 'Tricks' };

/** Tricks that somebody has found and no planner has judged: rounds show them once one has. */
export default async function TricksPage() {
  const { db } = await openDesk();
  const [plant, tricks] = await reading(() => Promise.all([thePlant(db), waitingTricks(db)]));
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Tricks that wait">
        <p className="mt-1 max-w-prose">
          How to get at that plug, as somebody found it on a round. A planner says whether it is safe, and in which
          words it stands at the point; until then no round shows it. The site’s rules come first.
        </p>
      </PageHead>
      {tricks.length === 0 && <p className="mt-6">None waits. On a round, “I found a trick” at a stop writes one.</p>}
      <ul className="mt-4">
        {tricks.map((trick) => (
          <li key={trick.entryId} className="rule-b py-3">
            <p>
              <PlaceLink
                machine={{ code: trick.place.machineCode, name: trick.place.machineName }}
                point={{ number: trick.place.number, label: trick.place.label, name: trick.place.pointName }}
              />
            </p>
            <TrickLine trick={trick} timeZone={plant.timeZone} />
          </li>
        ))}
      </ul>
    </div>
  );
}
