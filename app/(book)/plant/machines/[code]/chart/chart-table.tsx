import { Beside } from '@/components/beside';
import { HeadRow, right } from '@/components/ui/head-row';
import { stageLine } from '@/components/stage-line';
import { taskAmount } from '@/components/words';
import { pointLabel } from '@/core/register/assignment';
import { triggerWords } from '@/core/interval/triggers';
import { machineStates } from '@/core/words/machine-states';
import { putsNothingIn, whoMay } from '@/core/words/task-words';
import type { ChartExtras, SeasonOil } from '@/desk/read/chart';
import type { MachinePage } from '@/desk/read/machine';
import type { TaskState } from '@/desk/standing/states';

/** Every point with its tasks, numbered as on the drawing. */
export function ChartTable({
  machine,
  points,
  states,
  numbers,
  seasons,
}: Pick<MachinePage, 'machine' | 'points' | 'states'> &
  Pick<ChartExtras, 'seasons'> & { numbers: ReadonlyMap<string, number> }) {
  return (
    <table className="w-full content-start text-sm max-lg:mt-4">
      <HeadRow tight columns={['No.', 'Point', 'What', right('How much'), 'How often', 'Machine']} />
      <tbody>
        {points.flatMap((point) => {
          const tasks = states.filter((state) => state.point.id === point.id);
          const name = (
            <>
              <th scope="row" rowSpan={Math.max(1, tasks.length)} className="py-1 pr-2 align-top">
                {numbers.get(point.id)}
              </th>
              <td rowSpan={Math.max(1, tasks.length)} className="py-1 pr-2 align-top">
                <span className="font-medium">{point.name}</span> <br />
                <span className="text-xs text-muted">
                  {pointLabel(machine.code, point.number)}, {point.location}
                </span>
                {point.cautions && (
                  <span className="block text-xs">
                    <strong>Caution.</strong> <Beside>{point.cautions}</Beside>
                  </span>
                )}
                {point.doNots && (
                  <span className="block text-xs">
                    <strong>Do not.</strong> {point.doNots}
                  </span>
                )}
              </td>
            </>
          );
          if (tasks.length === 0)
            return [
              <tr key={point.id} className="rule-b">
                {name}
                <td colSpan={4} className="py-1 align-top text-muted">
                  no task yet
                </td>
              </tr>,
            ];
          return tasks.map((task, index) => (
            <tr key={task.taskId} className={index === tasks.length - 1 ? 'rule-b' : ''}>
              {index === 0 && name}
              <TaskCells task={task} seasons={seasons.get(point.id) ?? []} />
            </tr>
          ));
        })}
      </tbody>
    </table>
  );
}

function TaskCells({
  task: {
    action,
    title,
    amount: planned,
    lubricant,
    waitingChange,
    mixedWith,
    interval,
    counts,
    triggers,
    machineState,
    who,
  },
  seasons,
}: {
  task: TaskState;
  seasons: readonly SeasonOil[];
}) {
  // A look or a turned part needs none.
  const oil = putsNothingIn(action) ? null : lubricant;
  const often = [...interval.stages.map((stage) => stageLine(stage, counts)), ...triggers.map(triggerWords)];
  return (
    <>
      <td className="py-1 pr-2 align-top">
        {title} {oil && <span className="house-code text-xs">{oil.code}</span>}
        {who !== 'technician' && <span className="text-xs"> by {whoMay[who]}</span>}
        {oil && seasons.length > 0 && (
          <span className="block text-xs">
            {seasons.map(({ band, code }) => `${band ?? 'otherwise'} ${code}`).join(', ')}
          </span>
        )}
        {oil && waitingChange && (
          <span className="block text-xs">
            <strong>Holds {waitingChange.holds}</strong> until the change is logged.
          </span>
        )}
        {oil && mixedWith.length > 0 && (
          <span className="block text-xs">
            <strong>Mixed with {mixedWith.join(', ')}</strong> since the last change.
          </span>
        )}
      </td>
      <td className="py-1 pr-2 text-right align-top whitespace-nowrap">
        <Beside>{taskAmount(action, planned.kind, planned.value)}</Beside>
      </td>
      <td className="py-1 pr-2 align-top">{often.length > 0 ? often.join('; ') : 'when it is called for'}</td>
      <td className="py-1 align-top text-xs">{machineStates[machineState]}</td>
    </>
  );
}
