import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { NoticeLine } from '@/components/ui/notice';
import { OverrideForm } from '@/components/entry/override-form';
import { Working } from '@/components/ui/working';
import { enduranceNotice } from '@/core/dosing/devices';
import { stageLine } from '@/components/stage-line';
import { number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { triggerWords } from '@/core/interval/triggers';
import { pointPath } from '@/app/due-item';
import { OilLifeForm } from './oil-life-form';
import type { TaskState } from '@/desk/standing/states';
import { whoMay } from '@/core/words/task-words';
import { OverrideLine } from './override-line';
import type { TaskSectionProps } from './task-props';

/** How often a task is done, with its working and the way to overrule it. */
export function TaskInterval({ state, titles, calendar, personId, machineId, device }: TaskSectionProps) {
  const { interval, lubricant } = state;
  const runsEmpty = fills(state.action)
    ? enduranceNotice(device?.lastsDays, interval.stages, state.due.hourLine.hoursPerDay)
    : undefined;
  const steady = interval.stages.find(({ count }) => count === undefined);
  const also = alsoOf(state, titles);
  const common = { personId, machineId, pointId: state.point.id, taskId: state.taskId };
  const intervalUnit = steady?.hours !== undefined ? 'h' : 'd';
  return (
    <div>
      <p className="text-muted">How often</p>
      <ul>
        {interval.stages.map((stage) => (
          <li key={stage.name} className={stage.count === undefined ? 'text-2xl' : ''}>
            {stageLine(stage, state.counts)}
          </li>
        ))}
      </ul>
      {interval.setFor && (
        <p className="border-l-4 border-ink pl-3">
          Set for {interval.setFor.code}; {lubricant!.code} has no interval of its own here.{' '}
          <Link
            className="no-print"
            href={`${pointPath(state.machine.code, state.point.number)}/tasks/${state.taskId}`}
          >
            Give it one
          </Link>
        </p>
      )}
      {runsEmpty && <NoticeLine notice={runsEmpty} />}
      {also.length > 0 && <p className="caption">{also.join('; ')}</p>}
      {interval.override && <OverrideLine calendar={calendar} override={interval.override} />}
      {interval.computed && <Working computation={interval.computed} label="The working of the interval" />}
      {state.action === 'oil-change' && (
        <WhoMay action="plan">
          <Disclosure summary="Work the interval out from heat" className="" small>
            <div className="mt-2">
              <OilLifeForm
                taskId={state.taskId}
                temperatureC={state.point.temperatureC}
                hours={steady?.hours ?? null}
              />
            </div>
          </Disclosure>
        </WhoMay>
      )}
      {steady && (
        <WhoMay action="write">
          <Disclosure summary="Override the interval" className="" small>
            <div className="mt-2">
              <OverrideForm
                {...common}
                field="interval"
                unit={intervalUnit}
                computed={interval.override?.computed ?? (intervalUnit === 'h' ? steady.hours : steady.days) ?? null}
                overridden={interval.override !== null}
              />
            </div>
          </Disclosure>
        </WhoMay>
      )}
    </div>
  );
}

/** Whether an action fills a device again. */
const fills = (action: string): boolean => action === 'top-up' || action === 'grease';

/** What else there is to say of a task's interval: what it does as well, what makes it due besides, what shortens it. */
function alsoOf(state: TaskState, titles: ReadonlyMap<string, string>): string[] {
  const titled = (taskIds: readonly string[]) => taskIds.flatMap((id) => titles.get(id) ?? []);
  return [
    ...titled(state.includes).map((other) => `does as well: ${other}`),
    ...titled(state.answeredBy).map((other) => `also answered by: ${other}`),
    ...state.triggers.map(triggerWords),
    ...state.severity.map(({ name, value }) => `${name} × ${number(value, 2)}`),
    ...(state.cyclic ? ['the stages go round'] : []),
    ...(state.rhythm === 'fixed' ? ['counted from the plan'] : []),
    ...(state.who === 'technician' ? [] : [`done by: ${whoMay[state.who]}`]),
  ];
}
