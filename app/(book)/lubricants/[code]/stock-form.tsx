'use client';

import { useState } from 'react';
import { DayField, QuantityField, TextField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { useMutation } from '@/components/ui/use-mutation';
import { markStock, addStock } from '../actions';

/** A container put on the shelf. */
export function StockForm({ lubricantId, today, unit }: { lubricantId: string; today: string; unit: 'g' | 'L' }) {
  const [round, setRound] = useState(0);
  return (
    <SavedForm
      needs="store"
      key={round}
      initial={{ batch: '', container: '', place: '', amount: '', receivedOn: today, openedOn: '', bestBeforeOn: '' }}
      submitLabel="Put on the shelf"
      save={async (values) => {
        const answer = await addStock(lubricantId, values);
        if (answer.ok) setRound(round + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField name="container" label="Container" required hint="Such as 20 L can" />
        <QuantityField name="amount" label="In it" dimension={unit === 'g' ? 'mass' : 'volume'} required />
        <TextField name="batch" label="Batch" required />
        <TextField name="place" label="Place" />
        <DayField name="receivedOn" label="Received on" required />
        <DayField name="bestBeforeOn" label="Best before" />
      </div>
    </SavedForm>
  );
}

/** Opened today, empty today. */
export function StockMarks({ id, opened, batch }: { id: string; opened: boolean; batch: string }) {
  const { busy, reason, send } = useMutation();
  const mark = (what: 'opened' | 'emptied') => void send(() => markStock(id, what));
  return (
    <p className="no-print flex gap-4">
      {!opened && (
        <button
          type="button"
          className="min-h-11 underline decoration-rule underline-offset-4 md:min-h-8"
          disabled={busy}
          onClick={() => mark('opened')}
          aria-label={`Opened today, batch ${batch}`}
        >
          Opened today
        </button>
      )}
      <button
        type="button"
        className="min-h-11 underline decoration-rule underline-offset-4 md:min-h-8"
        disabled={busy}
        onClick={() => mark('emptied')}
        aria-label={`Empty now, batch ${batch}`}
      >
        Empty now
      </button>
      {reason && <span role="alert">{reason}</span>}
    </p>
  );
}
