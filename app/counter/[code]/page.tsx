import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { Listening } from '@/components/listening';
import { readOperatorCard } from '@/desk/walk/operator-card';
import { currentActor, database, reading } from '@/app/server';
import { Counter } from './counter';
import { activePeople } from '@/desk/people/active-people';

export const metadata: Metadata = { title: 'Counter' };

/** The screen at a machine for whoever runs it: what is due now, one press when it is done, and the count of the machine's meter. */
export default async function CounterPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { card, people } = await reading(async () => ({
    card: await readOperatorCard({ db: database(), now: new Date() }, code),
    people: await activePeople(database()),
  }));
  if (!card) notFound();
  const actor = await currentActor();
  return (
    <Listening>
      <Counter
        machine={{ id: card.machine.id, code: card.machine.code, name: card.machine.name }}
        lines={card.lines}
        meters={card.meters.filter(({ unit }) => unit !== 'hours')}
        people={people.map(({ id, initials, name }) => ({ id, initials, name }))}
        personId={actor?.id ?? null}
      />
    </Listening>
  );
}
