import { Section } from '@/components/ui/section';
import { EntryForm } from '@/components/entry/entry-form';
import { entryContext } from '@/app/entry-context';
import type { thePlant } from '@/desk/plant';
import type { PointPage as Page } from '@/desk/read/machine';

type Props = Pick<Page, 'machine' | 'point' | 'states' | 'guns' | 'own'> & {
  /** What the point is assigned, to begin with. */
  lubricantId: string | undefined;
  lubricants: readonly { id: string; code: string; name: string }[];
  plant: Awaited<ReturnType<typeof thePlant>>;
  personId: string;
};

/** Writing an entry about a point. */
export function WriteSection({ machine, point, states, guns, own, lubricantId, lubricants, plant, personId }: Props) {
  const inside = states.find(({ action, waitingChange }) => waitingChange && action !== 'oil-change')?.lubricant?.id;
  return (
    <Section id="write" title="Write in the book" className="no-print" spaced>
      <EntryForm
        timeZone={plant.timeZone}
        personId={personId}
        machineId={machine.id}
        pointId={point.id}
        initial={{
          // Until a change is logged, what is put in is what is in there.
          lubricantId: inside ?? lubricantId ?? '',
          gunId: guns.find((gun) => gun.lubricantId === lubricantId)?.id ?? '',
          taskId: states.length === 1 ? states[0]!.taskId : '',
        }}
        context={entryContext({
          plant,
          point: { kind: point.kind, consequence: point.consequence, own },
          states,
          lubricants,
          guns,
        })}
      />
    </Section>
  );
}
