import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { day } from '@/components/words';
import { scopes } from '@/core/people/rights';
import { plantDayOf } from '@/core/time/plant-day';
import { allClients } from '@/desk/people/machine-clients';
import { thePlant } from '@/desk/plant';
import { openDesk, reading } from '@/app/server';
import { EndButton } from '@/app/end-button';
import { endClient } from '../actions';
import { ClientForm } from './client-form';

export const metadata: Metadata = { title: 'Machines that sign in' };

/** Gateways, instruments and laboratories that speak to the book by themselves: what each is let in for, and until when. */
export default async function ClientsPage() {
  const { now } = await openDesk('administer');
  const { clients, plant } = await reading(async (db) => ({
    clients: await allClients(db),
    plant: await thePlant(db),
  }));
  const on = (at: Date) => day(plantDayOf(at.getTime(), plant));
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Machines that sign in">
        <p className="mt-1 max-w-prose">
          A gateway, an instrument or a laboratory sends its token with every request:{' '}
          <code>Authorization: Bearer …</code>
        </p>
      </PageHead>
      {clients.length === 0 && <p className="mt-6">None is let in.</p>}
      <ul className="mt-6">
        {clients.map(({ id, name, scopes: scopesOf, madeAt, endsAt, endedAt, usedAt }) => {
          const isGood = endedAt === null && endsAt > now;
          return (
            <li key={id} className="rule-b flex flex-wrap items-center gap-x-4 py-2">
              <span className="min-w-52 grow">
                <strong>{name}</strong>{' '}
                <span className="caption block">
                  {scopesOf.map((scope) => scopes[scope]).join('; ')}. Made {on(madeAt)},{' '}
                  {isGood ? `good until ${on(endsAt)}` : `ended ${on(endedAt ?? endsAt)}`}.{' '}
                  {usedAt ? `Last came ${on(usedAt)}.` : 'Never came.'}
                </span>
              </span>
              {isGood && <EndButton end={endClient.bind(null, id)} words="End it" label={`End the token of ${name}`} />}
            </li>
          );
        })}
      </ul>
      <Section id="add" title="Let one in" className="mt-8 border-t-2 border-ink pt-4" spaced>
        <ClientForm />
      </Section>
    </div>
  );
}
