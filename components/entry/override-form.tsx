'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { parseQuantity } from '@/core/units/parse-quantity';
import { NoteField, QuantityField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { measured } from '../words';

type Props = {
  personId: string;
  machineId: string;
  pointId: string;
  taskId: string;
  field: 'amount' | 'interval';
  unit: string;
  computed: number | null;
  overridden: boolean;
};

/** A person's number in place of the planned one: it needs a reason, and the planned one stays beside it. */
export function OverrideForm({ personId, machineId, pointId, taskId, field, unit, computed, overridden }: Props) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const write = async (value: number | null, reason: string, typed?: string): Promise<SaveAnswer> => {
    if (reason.trim().length < 3)
      return {
        ok: false,
        reason: 'An override needs its reason.',
        fields: { reason: 'Say why, in a few words: the point shows it ever after.' },
      };
    const answer = await writeNow({
      kind: 'override',
      personId,
      machineId,
      pointId,
      body: { taskId, field, unit, computed, value, reason: reason.trim(), ...(typed && { typed: { value: typed } }) },
    });
    if (answer.state === 'refused') return { ok: false, reason: answer.reason };
    setRound(round + 1);
    router.refresh();
    return { ok: true };
  };
  return (
    <SavedForm<{ value: string; reason: string; back: boolean }>
      needs="write"
      key={round}
      initial={{ value: '', reason: '', back: false }}
      submitLabel={overridden ? 'Change or take back' : 'Override'}
      save={async ({ value, reason }) => {
        if (value.trim() === '' && overridden) return write(null, reason);
        const parsed = parseQuantity(
          value,
          unit === 'h' ? 'hours' : unit === 'd' ? 'days' : unit === 'g' ? 'mass' : unit === 'L' ? 'volume' : 'number',
        );
        if (!parsed.ok)
          return { ok: false, reason: 'The number needs another look.', fields: { value: parsed.reason } };
        if (parsed.value <= 0)
          return {
            ok: false,
            reason: 'The number needs another look.',
            fields: { value: 'It must be more than zero.' },
          };
        return write(parsed.value, reason, value);
      }}
    >
      <QuantityField
        name="value"
        label={`${field === 'amount' ? 'Amount' : 'Interval'} to follow instead (${unit})`}
        dimension={
          unit === 'h' ? 'hours' : unit === 'd' ? 'days' : unit === 'g' ? 'mass' : unit === 'L' ? 'volume' : 'number'
        }
        hint={`${computed === null ? '' : `Planned: ${measured(computed)} ${unit}. `}${overridden ? 'Leave empty to go back to it.' : ''}`}
      />
      <NoteField name="reason" label="Why" required rows={2} />
    </SavedForm>
  );
}
