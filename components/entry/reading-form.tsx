'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { parseQuantity } from '@/core/units/parse-quantity';
import { NoteField, QuantityField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { number } from '../words';
import { WhenField, instantOf, whenNow } from './when-field';

export type ReadableMeter = {
  id: string;
  machineId: string;
  name: string;
  unit: string;
  lastValue: number | null;
  lastAt: string | null;
  maxPerDay: number;
  resolution: number;
  rolloverAt: number | null;
};

const dayMs = 86_400_000;

/** Why a value looks wrong beside the last reading, in words; null when it fits. */
export function readingDoubt(meter: ReadableMeter, value: number, atMs: number): string | null {
  if (meter.rolloverAt !== null && value >= meter.rolloverAt)
    return `This dial rolls over at ${number(meter.rolloverAt)}; it cannot show ${number(value)}.`;
  if (meter.lastValue === null || meter.lastAt === null) return null;
  const days = (atMs - Date.parse(meter.lastAt)) / dayMs;
  if (days < 0) return null;
  let grown = value - meter.lastValue;
  if (grown < 0 && meter.rolloverAt !== null) grown += meter.rolloverAt;
  if (grown < 0)
    return `The last reading was ${number(meter.lastValue)}. A meter does not run backwards: is a digit missing, or was the meter replaced?`;
  if (grown > meter.maxPerDay * days + meter.resolution)
    return `That is ${number(grown)} more than the last reading of ${number(meter.lastValue)}, faster than ${number(meter.maxPerDay)} per day. Is there a digit too many?`;
  return null;
}

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
