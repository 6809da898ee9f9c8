'use client';

import { useWatch } from 'react-hook-form';
import { ChoiceField, optionsOf } from '@/components/ui/fields';
import { type HowAsked, noProcedure, usualProcedure } from '@/core/procedure/usual';

const byLabel = (options: { value: string; label: string }[]) =>
  options.toSorted((one, other) => one.label.localeCompare(other.label));

/**
 * By which steps a task is done: the usual ones of such a point, others, or none.
 * @param procedures what a task may name, by code
 * @param within what the names of its fields begin with, where the task is one of several
 */
export function ProcedureField({
  kind,
  procedures,
  within = '',
}: {
  kind: string;
  procedures: Record<string, string>;
  within?: string;
}) {
  const [action, machineState, amountKind] = useWatch({
    name: [`${within}action`, `${within}machineState`, `${within}amountKind`],
  }) as [HowAsked['action'], HowAsked['machineState'], HowAsked['amountKind']];
  const usual = procedures[usualProcedure({ action, kind, machineState, ...(amountKind && { amountKind }) }) ?? ''];
  const options = [{ value: noProcedure, label: 'no procedure' }, ...byLabel(optionsOf(procedures))];
  return (
    <ChoiceField
      name={`${within}procedureCode`}
      label="Done by the steps of"
      options={options}
      empty={`as usual here: ${usual ?? 'none'}`}
    />
  );
}
