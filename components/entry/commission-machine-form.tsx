'use client';

import { useRouter } from 'next/navigation';
import type { Problem } from '@/core/problems';
import { parseQuantity } from '@/core/units/parse-quantity';
import { ChoiceField, NoteField, QuantityField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { SinceWhen } from './commissioned';
import { instantOf, whenNow } from './when-field';

/** A sump or reservoir of the machine, by one of the points that it feeds. */
export type Fillable = { pointId: string; name: string; lubricantId: string; planned: string };

type Values = {
  when: string;
  hours: string;
  note: string;
  fills: { lubricantId: string; volume: string }[];
};

/**
 * A whole machine goes into use: what went into each of its reservoirs, and that all its tasks begin anew. All of it is
 * written or nothing, so that what is refused leaves the machine as it was.
 */
export function CommissionMachineForm({
  personId,
  machineId,
  timeZone,
  lubricants,
  stores,
  back,
}: {
  personId: string;
  machineId: string;
  timeZone: string;
  lubricants: { value: string; label: string }[];
  stores: Fillable[];
  back: string;
}) {
  const router = useRouter();
  const initial: Values = {
    when: whenNow(timeZone),
    hours: '',
    note: '',
    fills: stores.map(({ lubricantId }) => ({ lubricantId, volume: '' })),
  };
  return (
    <SavedForm
      needs="write"
      initial={initial}
      submitLabel="Write commissioning of the machine"
      save={async (values) => {
        const read = readValues(values, stores, timeZone);
        if (!read.ok) return read;
        const { happened, hours, fills, note } = read;
        const at = { personId, machineId, taskIds: [], ...happened };
        const counted = hours === undefined ? {} : { hours };
        const answer = await writeNow(
          {
            kind: 'commissioning',
            pointId: null,
            ...at,
            body: { basis: 'commissioned', ...counted, ...(note && { note }) },
          },
          fills.map(({ store, ...filled }) => ({
            kind: 'commissioning',
            pointId: store.pointId,
            ...at,
            body: { basis: 'commissioned', ...filled, ...counted },
          })),
        );
        if (answer.state === 'refused') return { ok: false, reason: `${whereOf(answer, fills)}${answer.reason}` };
        router.push(back);
        return { ok: true };
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <SinceWhen timeZone={timeZone} />
      </div>
      {stores.map(({ pointId, name, planned }, place) => (
        <fieldset key={pointId} className="border-t border-ink pt-1">
          <legend className="pr-3 text-lg">{name}</legend>
          <div className="grid gap-4 sm:grid-cols-2">
            <ChoiceField
              name={`fills.${place}.lubricantId`}
              label="Filled with"
              options={lubricants}
              empty="not filled yet"
            />
            <QuantityField
              name={`fills.${place}.volume`}
              label="Litres that went in"
              dimension="volume"
              hint={planned || 'Leave it empty where nothing went in'}
            />
          </div>
        </fieldset>
      ))}
      <NoteField name="note" label="What was done" rows={2} />
    </SavedForm>
  );
}

/** The sump whose litres were refused; empty where it was the machine as a whole. */
const whereOf = ({ problems }: { problems: Problem[] }, fills: readonly { store: Fillable }[]): string => {
  const refused = fills[Number(/^\/(\d+)/.exec(problems[0]?.pointer ?? '')?.[1])];
  return refused ? `${refused.store.name}: ` : '';
};

type Read =
  | {
      ok: true;
      happened: { happenedAt: string; offsetMinutes: number };
      hours: number | undefined;
      fills: { store: Fillable; lubricantId: string; volumeL: number }[];
      note: string;
    }
  | Extract<SaveAnswer, { ok: false }>;

/** What was typed, in storage units; a sump without litres is one that nothing went into. */
function readValues({ when, hours, note, fills }: Values, stores: readonly Fillable[], timeZone: string): Read {
  const fields: Record<string, string> = {};
  const happened = instantOf(when, timeZone);
  if (!happened.ok) fields.when = happened.reason;
  const atHours = hours.trim() ? parseQuantity(hours, 'hours') : undefined;
  if (atHours && !atHours.ok) fields.hours = atHours.reason;
  const filled = fills.flatMap(({ lubricantId, volume }, place) => {
    if (!volume.trim()) return [];
    const litres = parseQuantity(volume, 'volume');
    if (!litres.ok) fields[`fills.${place}.volume`] = litres.reason;
    else if (litres.value <= 0) fields[`fills.${place}.volume`] = 'Say what went in, or leave it empty.';
    if (!lubricantId) fields[`fills.${place}.lubricantId`] = 'Say what it was filled with.';
    return litres.ok ? [{ store: stores[place]!, lubricantId, volumeL: litres.value }] : [];
  });
  if (!happened.ok || Object.keys(fields).length > 0)
    return { ok: false, reason: 'Some fields need another look.', fields };
  const { happenedAt, offsetMinutes } = happened;
  return {
    ok: true,
    happened: { happenedAt, offsetMinutes },
    hours: atHours?.ok ? atHours.value : undefined,
    fills: filled,
    note: note.trim(),
  };
}
