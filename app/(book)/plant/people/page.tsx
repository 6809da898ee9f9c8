import type { Metadata } from 'next';
import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { day } from '@/components/words';
import { plantDayOf } from '@/core/time/plant-day';
import { whoMay } from '@/core/words/task-words';
import { allHands } from '@/desk/people/people';
import { thePlant } from '@/desk/plant';
import { roles as roleNames } from '@/core/people/rights';
import { mayHere, openDesk, reading } from '@/app/server';
import { RightsTable } from './rights-table';
import { ActiveButton, PersonForm } from './person-form';

export const metadata: Metadata = { title: 'People' };

/** Everybody who writes in the book: whose work they may do, who has left. */
export default async function PeoplePage() {
  const desk = await openDesk();
  const mayAdminister = await mayHere('administer');
  const { people, plant } = await reading(async (db) => ({
    people: await allHands({ db }),
    plant: await thePlant(db),
  }));
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="People">
        <p className="mt-1 max-w-prose">
          Initials sign every entry and are never given to another. Who leaves keeps what they wrote, and what their
          device still holds from before comes in.
        </p>
      </PageHead>
      <ul className="mt-6">
        {people.map(({ id, initials, name, role, roles, active, leftAt, mayDo }) => (
          <li key={id} className="border-t border-ink py-3">
            <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
              <strong className="w-12">{initials}</strong>
              <div className="min-w-52 grow">
                <h2 className="text-base">
                  {name} <span className="font-normal text-muted">{role}</span>
                </h2>
                <p className="caption">
                  {active ? '' : `Off the list${leftAt ? ` since ${day(plantDayOf(leftAt.getTime(), plant))}` : ''}. `}
                  {mayDo
                    ? `May do the work of: ${mayDo.map((who) => whoMay[who]).join(', ')}.`
                    : 'Nobody has said whose work they may do.'}{' '}
                  In the book as: {roles.map((each) => roleNames[each].toLowerCase()).join(', ')}.
                </p>
              </div>
              {id === desk.actor.id && <span className="caption">you</span>}
              {mayAdminister && (
                <div className="flex flex-wrap gap-2">
                  <Link href={`/plant/people/${id}`} className="button">
                    Sign-in of {initials}
                  </Link>
                  {id !== desk.actor.id && <ActiveButton id={id} name={name} active={active} />}
                </div>
              )}
            </div>
            {mayAdminister && (
              <Disclosure summary={<>Change {initials}</>} className="no-print mt-1" small>
                <div className="mt-2">
                  <PersonForm
                    key={`${name} ${role} ${roles.join()} ${mayDo?.join() ?? ''}`}
                    id={id}
                    initial={{ initials, name, role, roles, mayDo: mayDo ?? [] }}
                  />
                </div>
              </Disclosure>
            )}
          </li>
        ))}
      </ul>
      {mayAdminister && (
        <Section id="add" title="Add a person" className="no-print mt-8 border-t-2 border-ink pt-4" spaced>
          <PersonForm />
        </Section>
      )}
      <Section id="rights" title="Who may do what" className="mt-8 border-t-2 border-ink pt-4" spaced>
        <RightsTable />
      </Section>
    </div>
  );
}
