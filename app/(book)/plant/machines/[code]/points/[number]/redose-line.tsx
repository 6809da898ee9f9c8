import { Beside } from '@/components/beside';
import { Working } from '@/components/ui/working';
import { NoticeLine } from '@/components/ui/notice';
import { measured, number } from '@/components/words';
import { redose } from '@/core/grease/redose';
import type { TaskState } from '@/desk/standing/states';
import { FollowDose } from './follow-dose';
import type { TaskSectionProps } from './task-props';

/** What an overruled interval does to the grease that a bearing gets, and the dose that fits it. */
export function RedoseLine({ state, details, personId, machineId }: TaskSectionProps) {
  const said = redoseOf(state, details);
  if (!said) return null;
  const { proposed, per1000H, notices } = said;
  const differs = Math.abs(proposed.value - state.amount.value!) > 0.05;
  return (
    <div className="rule-t mt-2 grid gap-1 pt-2">
      <p>
        In 1 000 h: <Beside>{`${measured(per1000H.planned)} g`}</Beside> as planned,{' '}
        <strong>
          <Beside>{`${measured(per1000H.standing)} g`}</Beside>
        </strong>{' '}
        at the interval that is followed.
      </p>
      {notices.map((notice) => (
        <NoticeLine key={notice.text} notice={notice} />
      ))}
      {differs && (
        <>
          <p>
            The dose for {number(state.interval.override!.value, 0)} h is{' '}
            <strong>
              <Beside>{`${measured(proposed.value)} g`}</Beside>
            </strong>
            , <Beside>{`${measured(per1000H.proposed)} g`}</Beside> in 1 000 h.
          </p>
          <Working computation={proposed.stored} label="The working of this dose" />
          <FollowDose
            entry={{
              kind: 'override',
              personId,
              machineId,
              pointId: state.point.id,
              body: {
                taskId: state.taskId,
                field: 'amount',
                unit: 'g',
                computed: state.amount.planned ?? state.amount.value,
                value: Number(proposed.value.toFixed(1)),
                reason: `Dose for the interval of ${number(state.interval.override!.value, 0)} h that is followed.`,
              },
            }}
          />
        </>
      )}
    </div>
  );
}

/** The dose anew where a person overruled the hours of a greased bearing; undefined everywhere else. */
function redoseOf({ action, amount, interval }: TaskState, details: TaskSectionProps['details']) {
  const { override } = interval;
  if (action !== 'grease' || amount.kind !== 'grams' || amount.value === null) return undefined;
  if (!override || override.unit !== 'h' || override.computed === null) return undefined;
  return redose(
    details,
    { plannedH: override.computed, followedH: override.value },
    { plannedG: amount.planned ?? amount.value, standingG: amount.value },
    undefined,
  );
}
