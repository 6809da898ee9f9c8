import { Section } from '@/components/ui/section';
import { EntryForm } from '@/components/entry/entry-form';
import { amount, measured } from '@/components/words';
import { plantCalendar } from '@/core/time/plant-day';
import type { thePlant } from '@/desk/plant';
import type { PointPage as Page } from '@/desk/read/machine';

type Props = Pick<Page, 'machine' | 'point' | 'states' | 'guns'> & {
  /** What the point is assigned, to begin with. */
  lubricantId: string | undefined;
  lubricants: readonly { id: string; code: string; name: string }[];
  plant: Awaited<ReturnType<typeof thePlant>>;
  personId: string;
};

/** Writing an entry about a point. */
export function WriteSection({ machine, point, states, guns, lubricantId, lubricants, plant, personId }: Props) {
  return (
    <Section id="write" title="Write in the book" className="no-print" spaced>
      <EntryForm
        timeZone={plant.timeZone}
        personId={personId}
        machineId={machine.id}
        pointId={point.id}
        initial={{
          lubricantId: lubricantId ?? '',
          gunId: guns.find((gun) => gun.lubricantId === lubricantId)?.id ?? '',
          taskId: states.length === 1 ? states[0]!.taskId : '',
        }}
        context={{
          calendar: plantCalendar(plant),
          tasks: states.map((state) => ({
            value: state.taskId,
            label: `${state.title}, ${amount(state.amount.kind, state.amount.value)}`,
            action: state.action,
          })),
          lubricants: lubricants.map(({ id, code: house, name }) => ({ value: id, label: `${house} ${name}` })),
          guns: guns.map((gun) => ({
            value: gun.id,
            label: `${gun.code} ${gun.name}, ${measured(gun.gramsPerStroke)} g a stroke`,
            gramsPerStroke: gun.gramsPerStroke,
            lubricantId: gun.lubricantId,
          })),
        }}
      />
    </Section>
  );
}
