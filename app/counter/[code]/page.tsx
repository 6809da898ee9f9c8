import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { UnitsBeside } from '@/components/beside';
import { Listening } from '@/components/listening';
import { thePlant } from '@/desk/plant';
import { counterAt } from '@/desk/people/devices';
import { readOperatorCard } from '@/desk/walk/operator-card';
import { currentlyIn, openDesk, reading } from '@/app/server';
import { Counter } from './counter';

export const metadata: Metadata = { title: 'Counter' };

/** The screen at a machine for whoever runs it: what is due now, one press when it is done, and the count of the machine's meter. */
export default async function CounterPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { actor, ...desk } = await openDesk('count');
  const [card, plant] = await Promise.all([
    reading(() => readOperatorCard(desk, code), 'count'),
    reading((db) => thePlant(db), 'count'),
  ]);
  if (!card) notFound();
  const { counterOf } = (await currentlyIn())!;
  if (counterOf && counterOf !== card.machine.id)
    redirect(`/counter/${encodeURIComponent((await counterAt(desk.db, counterOf)) ?? '')}`);
  return (
    <UnitsBeside units={plant.unitsBeside}>
      <Listening>
        <Counter
          machine={{ id: card.machine.id, code: card.machine.code, name: card.machine.name }}
          lines={card.lines}
          meters={card.meters.filter(({ unit }) => unit !== 'hours')}
          person={actor}
        />
      </Listening>
    </UnitsBeside>
  );
}
