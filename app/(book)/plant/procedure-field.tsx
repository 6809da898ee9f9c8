'use client';

import { useWatch } from 'react-hook-form';
import { ChoiceField } from '@/components/ui/fields';
import { shippedProcedures } from '@/core/procedure/shipped';
import { type HowAsked, noProcedure, procedureFor } from '@/core/procedure/usual';

const options = [
  { value: noProcedure, label: 'no procedure' },
  ...[...shippedProcedures.values()].map(({ code, title }) => ({ value: code, label: title })),
];

/**
 * By which steps a task is done: the usual ones of such a point, others, or none.
 * @param within what the names of its fields begin with, where the task is one of several
 */
export function ProcedureField({ kind, within = '' }: { kind: string; within?: string }) {
  const [action, machineState, amountKind] = useWatch({
    name: [`${within}action`, `${within}machineState`, `${within}amountKind`],
  }) as [HowAsked['action'], HowAsked['machineState'], HowAsked['amountKind']];
  const usual = procedureFor({ action, kind, machineState, ...(amountKind && { amountKind }) });
  return (
    <ChoiceField
      name={`${within}procedureCode`}
      label="Done by the steps of"
      options={options}
      empty={usual ? `as usual here: ${usual.title}` : 'as usual here: none'}
    />
  );
}
