import type { PlantCalendar, PlantDay } from '@/core/time/plant-day';
import { Section } from '@/components/ui/section';
import { Disclosure } from '@/components/ui/disclosure';
import { WhoMay } from '@/components/who-may';
import { OutOfUse } from '@/app/(book)/in-use';
import { type HeldProcedure, procedureTitles, proceduresInForce } from '@/core/procedure/in-force';
import type { DeviceFacts } from '@/core/dosing/devices';
import { TaskForm } from './task-form';
import { TaskSection } from './task-section';
import type { PointPage as Page } from '@/desk/read/machine';

type Props = Pick<Page, 'machine' | 'point' | 'states' | 'retiredTasks' | 'meters' | 'guns'> & {
  /** Whether a lubricant is assigned: without one there is no interval to state. */
  assigned: boolean;
  /** The procedures that are not as they were shipped. */
  held: readonly HeldProcedure[];
  calendar: PlantCalendar;
  today: PlantDay;
  personId: string;
  device: DeviceFacts | undefined;
};

/** The tasks of a point, those out of use, and the way to state another. */
export function TasksSection({
  machine,
  point,
  states,
  retiredTasks,
  meters,
  guns,
  assigned,
  held,
  calendar,
  today,
  personId,
  device,
}: Props) {
  const procedures = proceduresInForce(held);
  return (
    <Section id="tasks" title="Tasks">
      {states.length === 0 && (
        <p className="mt-2">
          {point.retiredOn || machine.retiredOn
            ? 'Its tasks rest while it is out of use.'
            : assigned
              ? 'No task yet. Take the computed one, or state one from the manual.'
              : 'Assign a lubricant first; an interval belongs to a point and its lubricant.'}
        </p>
      )}
      {states.map((state) => (
        <TaskSection
          key={state.taskId}
          state={state}
          titles={new Map(states.map(({ taskId, title }) => [taskId, title]))}
          procedures={procedures}
          calendar={calendar}
          today={today}
          personId={personId}
          machineId={machine.id}
          details={point.details}
          device={device}
          guns={guns.filter(({ airPowered }) => !(airPowered && point.forbidsAirGun))}
        />
      ))}
      {retiredTasks.map(
        ({ id, title, version = 0, retiredOn }) =>
          retiredOn && <OutOfUse key={id} kind="task" id={id} version={version} name={title} retiredOn={retiredOn} />,
      )}
      {assigned && (
        <WhoMay action="plan">
          <Disclosure summary="State a task from the manual" className="no-print mt-3">
            <div className="mt-3 max-w-2xl">
              <TaskForm
                pointId={point.id}
                kind={point.kind}
                machineState={point.machineState}
                meters={meters.map(({ id, name }) => ({ value: id, label: name }))}
                procedures={procedureTitles(held)}
                others={states.map(({ taskId, title }) => ({ value: taskId, label: title }))}
              />
            </div>
          </Disclosure>
        </WhoMay>
      )}
    </Section>
  );
}
