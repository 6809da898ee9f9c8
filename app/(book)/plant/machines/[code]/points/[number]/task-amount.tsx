import { Disclosure } from '@/components/ui/disclosure';
import { OverrideForm } from '@/components/entry/override-form';
import { Working } from '@/components/ui/working';
import { amount, counted } from '@/components/words';
import { amountKinds } from '@/core/words/task-words';
import { OverrideLine } from './override-line';
import type { TaskSectionProps } from './task-props';

/** How much a task takes, with its working and the way to overrule it. */
export function TaskAmount({ state, calendar, personId, machineId, guns }: TaskSectionProps) {
  const { lubricant } = state;
  const gun = guns.find(({ lubricantId }) => lubricantId === lubricant?.id);
  const strokes =
    state.amount.kind === 'grams' && gun && state.amount.value !== null
      ? Math.max(1, Math.round(state.amount.value / gun.gramsPerStroke))
      : null;
  const common = { personId, machineId, pointId: state.point.id, taskId: state.taskId };
  return (
    <div>
      <p className="text-muted">How much</p>
      <p className="text-2xl">{amount(state.amount.kind, state.amount.value)}</p>
      {strokes !== null && (
        <p>
          {counted(strokes, 'stroke')} of {gun!.code}
        </p>
      )}
      {state.amount.override && <OverrideLine calendar={calendar} override={state.amount.override} />}
      {state.amount.computed && <Working computation={state.amount.computed} label="The working of the amount" />}
      {!state.amount.computed && <p className="caption">As stated by its source.</p>}
      {state.amount.planned !== null && (
        <Disclosure summary="Override the amount" className="" small>
          <div className="mt-2">
            <OverrideForm
              {...common}
              field="amount"
              unit={amountKinds[state.amount.kind].split(' ')[0]!}
              computed={state.amount.planned}
              overridden={state.amount.override !== null}
            />
          </div>
        </Disclosure>
      )}
    </div>
  );
}
