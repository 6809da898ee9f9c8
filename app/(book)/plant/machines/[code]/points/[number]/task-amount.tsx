import { Beside } from '@/components/beside';
import { Disclosure } from '@/components/ui/disclosure';
import { OverrideForm } from '@/components/entry/override-form';
import { Working } from '@/components/ui/working';
import { amount, counted } from '@/components/words';
import { strokesOf } from '@/core/grease/strokes';
import { amountKinds } from '@/core/words/task-words';
import { OverrideLine } from './override-line';
import { RedoseLine } from './redose-line';
import type { TaskSectionProps } from './task-props';

/** How much a task takes, with its working and the way to overrule it. */
export function TaskAmount(props: TaskSectionProps) {
  const { state, calendar, personId, machineId, guns } = props;
  const { lubricant } = state;
  const gun = guns.find(({ lubricantId }) => lubricantId === lubricant?.id);
  const strokes =
    state.amount.kind === 'grams' && gun && state.amount.value !== null
      ? strokesOf(state.amount.value, gun.gramsPerStroke, state.point.strokeRounding)
      : null;
  const common = { personId, machineId, pointId: state.point.id, taskId: state.taskId };
  return (
    <div>
      <p className="text-muted">How much</p>
      <p className="text-2xl">
        <Beside>{amount(state.amount.kind, state.amount.value)}</Beside>
      </p>
      {strokes !== null && strokes > 0 && (
        <p>
          {counted(strokes, 'stroke')} of {gun!.code}
        </p>
      )}
      {state.amount.override && <OverrideLine calendar={calendar} override={state.amount.override} />}
      <RedoseLine {...props} />
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
