'use client';

import { useState } from 'react';
import { ChoiceField, NoteField, QuantityField, TextField, optionsOf } from '../../../../../../../components/ui/fields';
import { SavedForm } from '../../../../../../../components/ui/saved-form';
import { machineStates } from '../../../../../../../core/register/machine-states';
import { type PointKind, amountKinds, pointKinds, taskActions } from '../../../../../../../core/register/point-kinds';
import { saveTask } from '../../../../actions';

const amountOptions = Object.entries(amountKinds).map(([value, unit]) => ({ value, label: value === unit ? value : `${value.replace('-', ' ')} (${unit})`.replace('film (film)', 'a film').replace('to mark (to the mark)', 'to the mark').replace('passes (passes)', 'passes') }));

/** A task whose amount and interval a person states, from the manual or from experience. */
export function TaskFields({ pointId, kind, machineState, meters }: { pointId: string; kind: PointKind; machineState: string; meters: { value: string; label: string }[] }) {
  const [round, setRound] = useState(0);
  const usual = pointKinds[kind];
  return (
    <SavedForm key={round} initial={{ action: usual.action as string, title: taskActions[usual.action] as string, amountKind: usual.amountKind as string, amount: '', machineState, minutes: '5', procedureText: '', meterId: '', runInHours: '', hours: '', cycles: '', days: '' }} submitLabel="Add task" save={async (values) => {
      const answer = await saveTask(pointId, values);
      if (answer.ok) setRound(round + 1);
      return answer;
    }}>
      <div className="grid gap-4 sm:grid-cols-2">
        <ChoiceField name="action" label="What is done" options={optionsOf(taskActions)} required />
        <TextField name="title" label="Title" required />
        <ChoiceField name="amountKind" label="Counted in" options={amountOptions} required />
        <QuantityField name="amount" label="Amount" dimension="number" hint="In the unit beside; empty for a film or to the mark" />
        <ChoiceField name="machineState" label="Machine state" options={optionsOf(machineStates)} required />
        <QuantityField name="minutes" label="Time" dimension="minutes" required />
        <QuantityField name="runInHours" label="Run-in after" dimension="hours" hint="Once, after commissioning or overhaul" />
        <QuantityField name="hours" label="Every (machine hours)" dimension="hours" />
        <QuantityField name="days" label="Every (days)" dimension="days" />
        <QuantityField name="cycles" label="Every (cycles)" dimension="number" />
        {meters.length > 0 && <ChoiceField name="meterId" label="Counted by" options={meters} empty="the machine’s hour meter" />}
      </div>
      <NoteField name="procedureText" label="How it is done" />
    </SavedForm>
  );
}
