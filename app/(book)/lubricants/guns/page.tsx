import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { Disclosure } from '@/components/ui/disclosure';
import { day, measured } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { isGreaseKind } from '@/core/store/store-room';
import { openDesk, reading } from '@/app/server';
import { CalibrationForm, GunForm } from './gun-form';
import { allCalibrations, allGuns, allPeople, lubricantsInUse } from '@/desk/read/lists';

export const metadata: Metadata = { title: 'Guns' };

/** Every gun with the one grease it carries and what its stroke gives; calibrating anew. */
export default async function GunsPage() {
  await openDesk();
  const { guns, calibrations, lubricants, people } = await reading(async (db) => ({
    guns: await allGuns(db),
    calibrations: await allCalibrations(db),
    lubricants: await lubricantsInUse(db),
    people: await allPeople(db),
  }));
  const greases = lubricants.filter(({ kind }) => isGreaseKind(kind));
  return (
    <>
      <PageHead trail={<Link href="/lubricants">Lubricants</Link>} title="Guns" />
      <p className="mt-4 max-w-prose">
        Guns differ two to one. Calibrate each: pump strokes onto a scale until it is free of air, then count and weigh.
        A gun carries one grease for good; grease of unknown kind in a gun goes to the waste.
      </p>
      <ul className="mt-6 max-w-4xl">
        {guns.map((gun) => {
          const mine = calibrations.filter(({ gunId }) => gunId === gun.id);
          return (
            <li key={gun.id} className="border-t border-ink py-4">
              <h2 className="text-lg">
                {gun.code} <span className="font-normal">{gun.name}</span>
              </h2>
              <p>
                <span className="house-code mr-2">{lubricants.find(({ id }) => id === gun.lubricantId)?.code}</span>
                <strong>
                  <Beside>{measured(gun.gramsPerStroke)} g</Beside>
                </strong>{' '}
                a stroke{gun.airPowered && ', air-powered'}
              </p>
              <ul>
                {mine.slice(0, 4).map(({ id, doneOn, strokes, massG, personId }) => (
                  <li key={id} className="caption">
                    {day(doneOn)}: {strokes} strokes weighed <Beside>{measured(massG)} g</Beside>,{' '}
                    {people.find((person) => person.id === personId)?.initials}
                  </li>
                ))}
              </ul>
              <WhoMay action="store">
                <Disclosure summary={<>Calibrate {gun.code}</>} className="no-print mt-1" small>
                  <div className="mt-2 max-w-xl">
                    <CalibrationForm gunId={gun.id} />
                  </div>
                </Disclosure>
              </WhoMay>
            </li>
          );
        })}
      </ul>
      <WhoMay action="store">
        <Section id="add" title="Add a gun" className="no-print mt-8 max-w-2xl border-t-2 border-ink pt-4" spaced>
          <GunForm greases={greases.map(({ id, code, name }) => ({ value: id, label: `${code} ${name}` }))} />
        </Section>
      </WhoMay>
    </>
  );
}
