'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { parseQuantity } from '@/core/units/parse-quantity';
import { NoteField, QuantityField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { number } from '../words';
import { type ReadableMeter, readingDoubt } from './reading-doubt';
import { WhenField, instantOf, whenNow } from './when-field';

type Values = { value: string; when: string; confirmed: string };

/** Meter reading entry. What does not fit the readings before is asked back; confirmed with a reason it is kept, marked and left out of the forecast. */
export function ReadingForm({
  meter,
  personId,
  timeZone,
}: {
  meter: ReadableMeter;
  personId: string;
  timeZone: string;
}) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const [state, setState] = useState<'idle' | 'sent' | 'waiting'>('idle');
  return (
    <>
      <SavedForm<Values>
        needs="write"
        key={round}
        initial={{ value: '', when: whenNow(timeZone), confirmed: '' }}
        submitLabel="Write reading"
        save={async ({ value, when, confirmed }): Promise<SaveAnswer> => {
          setState('idle');
          const parsed = parseQuantity(value, meter.unit === 'hours' ? 'hours' : 'number');
          if (!parsed.ok)
            return { ok: false, reason: 'The reading needs another look.', fields: { value: parsed.reason } };
          if (parsed.value < 0)
            return {
              ok: false,
              reason: 'The reading needs another look.',
              fields: { value: 'A meter shows no negative value.' },
            };
          const happened = instantOf(when, timeZone);
          if (!happened.ok)
            return { ok: false, reason: 'The time needs another look.', fields: { when: happened.reason } };
          const doubt = readingDoubt(meter, parsed.value, Date.parse(happened.happenedAt));
          if (doubt && confirmed.trim().length < 3)
            return {
              ok: false,
              reason: 'The reading does not fit the one before.',
              fields: {
                value: doubt,
                confirmed: 'If it is right, say why. It is then kept, marked, and left out of the forecast.',
              },
            };
          const answer = await writeNow({
            kind: 'reading',
            personId,
            machineId: meter.machineId,
            happenedAt: happened.happenedAt,
            offsetMinutes: happened.offsetMinutes,
            body: {
              meterId: meter.id,
              value: parsed.value,
              typed: { value },
              ...(doubt && { confirmed: confirmed.trim() }),
            },
          });
          if (answer.state === 'refused') return { ok: false, reason: answer.reason };
          setState(answer.state);
          setRound(round + 1);
          router.refresh();
          return { ok: true };
        }}
      >
        <div className="grid gap-4">
          <QuantityField
            name="value"
            label={`${meter.name} shows`}
            dimension={meter.unit === 'hours' ? 'hours' : 'number'}
            required
            hint={meter.lastValue === null ? 'Never read before' : `Last: ${number(meter.lastValue)}`}
          />
          <WhenField timeZone={timeZone} />
        </div>
        <ConfirmDoubt meter={meter} timeZone={timeZone} />
      </SavedForm>
      <p role="status" className="mt-2">
        {state === 'sent'
          ? 'Reading written.'
          : state === 'waiting'
            ? 'Kept on this device; it is sent when there is a connection.'
            : ''}
      </p>
    </>
  );
}

/** The form behind a button, where several would stand below each other. */
export function FoldedReadingForm(props: Parameters<typeof ReadingForm>[0]) {
  const [isOpen, setOpen] = useState(false);
  return isOpen ? (
    <ReadingForm {...props} />
  ) : (
    <button type="button" className="button" onClick={() => setOpen(true)}>
      Read {props.meter.name}
    </button>
  );
}

/** Asks why only when the typed value is in doubt. */
function ConfirmDoubt({ meter, timeZone }: { meter: ReadableMeter; timeZone: string }) {
  const typed = useWatch({ name: 'value' }) as string;
  const parsed = typed ? parseQuantity(typed, meter.unit === 'hours' ? 'hours' : 'number') : undefined;
  const happened = instantOf(useWatch({ name: 'when' }) as string, timeZone);
  if (!parsed?.ok || !happened.ok || readingDoubt(meter, parsed.value, Date.parse(happened.happenedAt)) === null)
    return null;
  return <NoteField name="confirmed" label="Why it is right all the same" rows={2} />;
}
