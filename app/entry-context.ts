import type { EntryContext } from '@/components/entry/entry-form';
import { amount, measured } from '@/components/words';
import { type PlantCalendar, plantCalendar } from '@/core/time/plant-day';
import type { TaskState } from '@/desk/standing/states';

type House = { id: string; code: string; name: string };

/** What a form for an entry about a point offers: its tasks, the lubricants and guns of the house, what there is room for. */
export const entryContext = ({
  plant,
  point,
  states,
  lubricants,
  guns,
}: {
  plant: PlantCalendar;
  point: EntryContext['point'];
  /** Those of the point. */
  states: readonly TaskState[];
  lubricants: readonly House[];
  guns: readonly (House & { gramsPerStroke: number; lubricantId: string })[];
}): EntryContext => ({
  calendar: plantCalendar(plant),
  point: point && { kind: point.kind, consequence: point.consequence, own: point.own },
  holds: { holdsL: states[0]?.point.holdsL ?? null, holdsG: states[0]?.point.holdsG ?? null },
  tasks: states.map((state) => ({
    value: state.taskId,
    label: `${state.title}, ${amount(state.amount.kind, state.amount.value)}`,
    action: state.action,
    amountKind: state.amount.kind,
    amount: state.amount.value,
    readings: state.readings,
    looks: state.looks,
  })),
  lubricants: lubricants.map(({ id, code, name }) => ({ value: id, label: `${code} ${name}` })),
  guns: guns.map(({ id, code, name, gramsPerStroke, lubricantId }) => ({
    value: id,
    label: `${code} ${name}, ${measured(gramsPerStroke)} g a stroke`,
    gramsPerStroke,
    lubricantId,
  })),
});
