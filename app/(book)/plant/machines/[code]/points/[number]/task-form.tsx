'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { Disclosure } from '@/components/ui/disclosure';
import { ChoiceField, ChoicesField, NoteField, QuantityField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { StagesField } from '@/components/ui/stages-field';
import { ProcedureField } from '@/app/(book)/plant/procedure-field';
import { AskedFields } from '@/app/(book)/plant/asked-fields';
import { machineStates } from '@/core/words/machine-states';
import { severityFactors } from '@/core/interval/severity';
import { type PointKind, pointKinds } from '@/core/register/point-kinds';
import type { TypedTask } from '@/core/register/task-form';
import { AmountField } from '@/app/(book)/plant/amount-field';
import { updateTask, createTask } from '@/app/(book)/plant/actions';
import { amountKinds, putsNothingIn, taskActions, whoMay } from '@/core/words/task-words';
import { eventWords } from '@/core/words/events';

const amountOptions = Object.entries(amountKinds).map(([value, unit]) => ({
  value,
  label: ['litres', 'grams'].includes(value) ? `${value} (${unit})` : unit,
}));

/** True where the part that is folded away holds something of this task's own. */
const saysMore = ({ life, who, rhythm, events, yearlyOn, severity, includesTaskIds }: Known['values']) =>
  includesTaskIds.length > 0 ||
  life !== '' ||
  who !== 'technician' ||
  rhythm !== 'actual' ||
  events.length > 0 ||
  yearlyOn !== '' ||
  severity.length > 0;

/** A task that stands already: what was computed of it is overruled at the point, not changed here. */
type Known = {
  id: string;
  version: number;
  here: string;
  values: Required<TypedTask>;
  amountComputed: boolean;
  intervalComputed: boolean;
};
type Props = {
  pointId: string;
  kind: PointKind;
  machineState: string;
  meters: { value: string; label: string }[];
  /** The other tasks of the point. */
  others: { value: string; label: string }[];
  /** What it may be done by, by code. */
  procedures: Record<string, string>;
  known?: Known;
};

/** A task whose amount and interval a person states, from the manual or from experience; new, or (with `known`) to be changed. */
export function TaskForm({ pointId, kind, machineState, meters, others, procedures, known }: Props) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const usual = pointKinds[kind];
  const empty: Required<TypedTask> = {
    action: usual.action,
    title: taskActions[usual.action],
    amountKind: usual.amountKind,
    amount: '',
    machineState: machineState as TypedTask['machineState'],
    minutes: '5',
    procedureText: '',
    procedureCode: '',
    when: '',
    life: '',
    meterId: '',
    who: 'technician',
    rhythm: 'actual',
    tolerancePct: '10',
    events: [],
    yearlyName: '',
    yearlyOn: '',
    yearlyDaysBefore: '',
    severity: [],
    readings: [],
    looks: [],
    includesTaskIds: [],
  };
  return (
    <SavedForm
      needs="plan"
      key={round}
      initial={known?.values ?? empty}
      submitLabel={known ? 'Save task' : 'Add task'}
      save={async (values) => {
        const answer = await (known ? updateTask(known.id, known.version, values) : createTask(pointId, values));
        if (answer.ok && known) router.push(known.here);
        if (answer.ok && !known) setRound(round + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        {!known && <ChoiceField name="action" label="What is done" options={optionsOf(taskActions)} required />}
        <TitleField />
        {known?.amountComputed ? (
          <p className="caption self-end">The amount is computed; overrule it at the point.</p>
        ) : (
          <AmountFields />
        )}
        <ChoiceField name="machineState" label="Machine state" options={optionsOf(machineStates)} required />
        <QuantityField name="minutes" label="Time" dimension="minutes" required />
        <div className="sm:col-span-2">
          {known?.intervalComputed ? (
            <p className="caption">How often is computed; overrule it at the point.</p>
          ) : (
            <StagesField name="when" />
          )}
        </div>
        {meters.length > 0 && (
          <ChoiceField name="meterId" label="Counted by" options={meters} empty="the machine’s hour meter" />
        )}
        <AskedFields kind={kind} />
      </div>
      <Disclosure
        summary="Who does it, events, severity, wear parts"
        className=""
        open={known !== undefined && saysMore(known.values)}
        small
      >
        <SeldomFields others={others} />
      </Disclosure>
      <ProcedureField kind={kind} procedures={procedures} />
      <NoteField name="procedureText" label="How it is done" hint="What is special here, beside the steps" />
    </SavedForm>
  );
}

/** The title goes with what is done, until somebody gives the task a name of its own. */
function TitleField() {
  const { getValues, setValue } = useFormContext<TypedTask>();
  const action = useWatch<TypedTask, 'action'>({ name: 'action' });
  const titled = useRef(action);
  useEffect(() => {
    if (getValues('title') === taskActions[titled.current]) setValue('title', taskActions[action]);
    titled.current = action;
  }, [action, getValues, setValue]);
  return <TextField name="title" label="Title" required />;
}

/** How much of it, where anything goes in. */
function AmountFields() {
  const action = useWatch({ name: 'action' }) as string;
  if (putsNothingIn(action)) return <p className="caption self-end">Nothing goes in, so no amount is asked for.</p>;
  return (
    <>
      <ChoiceField name="amountKind" label="Counted in" options={amountOptions} required />
      <AmountField name="amount" countedIn="amountKind" hint="Empty for a film or to the mark" />
    </>
  );
}

/** What few tasks say: who does them, what else calls for them, how hard the place is. */
const SeldomFields = ({ others }: Pick<Props, 'others'>) => (
  <div className="mt-3 grid gap-4 sm:grid-cols-2">
    <ChoiceField
      name="who"
      label="Done by"
      options={optionsOf(whoMay)}
      required
      hint="What the operator does stands on the machine’s card"
    />
    <ChoiceField
      name="rhythm"
      label="The next counts from"
      options={[
        { value: 'actual', label: 'the last real service' },
        { value: 'fixed', label: 'the plan (fixed rhythm)' },
      ]}
      required
    />
    <QuantityField
      name="tolerancePct"
      label="Window, share of the interval (%)"
      dimension="number"
      hint="So much early or late is neither"
    />
    <TextField
      name="life"
      label="Life of a wear part"
      hint="Instead of how often, such as 4 000 h or 2 400 000 strokes: turned over at half of it, replaced at the end"
    />
    <TextField name="yearlyName" label="Every year before" hint="Such as: the frost" />
    <TextField name="yearlyOn" label="On (month and day)" hint="Such as 11-01" />
    <QuantityField name="yearlyDaysBefore" label="Days before" dimension="days" />
    {others.length > 0 && (
      <ChoicesField
        name="includesTaskIds"
        label="Does as well"
        options={others}
        hint="Done, it answers these too, as the yearly does what the monthly asks for"
      />
    )}
    <ChoicesField name="events" label="Also due after" options={optionsOf(eventWords)} />
    <ChoicesField
      name="severity"
      label="Harder than usual"
      options={Object.entries(severityFactors).map(([value, { name, value: factor }]) => ({
        value,
        label: `${name} × ${factor}`,
      }))}
      hint="Each shortens hours, cycles and days"
    />
  </div>
);
