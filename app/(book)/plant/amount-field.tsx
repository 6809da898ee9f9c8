'use client';

import { useWatch } from 'react-hook-form';
import { QuantityField } from '@/components/ui/fields';
import { amountDimension } from '@/core/register/task-form';
import type { AmountKind } from '@/core/words/task-words';

/** The amount of a task, read in the unit that the field `countedIn` names; other units of the kind convert. */
export function AmountField({ countedIn, ...field }: { name: string; countedIn: string; hint?: string }) {
  const kind = useWatch({ name: countedIn }) as AmountKind;
  return <QuantityField label="Amount" dimension={amountDimension(kind)} {...field} />;
}
