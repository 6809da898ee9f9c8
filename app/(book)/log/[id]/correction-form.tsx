'use client';

import { useRouter } from 'next/navigation';
import { useWatch } from 'react-hook-form';
import {
  type EntryContext,
  EntryFields,
  type EntryValues,
  type HandKind,
  bodyOf,
  emptyEntry,
  handKinds,
} from '@/components/entry/entry-form';
import { wallClock } from '@/core/time/plant-day';
import { WhenField, instantOf } from '@/components/entry/when-field';
import { ChoiceField, NoteField, QuantityField } from '@/components/ui/fields';
import { type SaveAnswer, SavedForm } from '@/components/ui/saved-form';
import { writeNow } from '@/components/use-outbox';
import { type EntryKind, kinds } from '@/core/entry/kinds';
import { looks } from '@/core/words/looks';
import { parseQuantity } from '@/core/units/parse-quantity';

type Current = { happenedAt: string; taskIds: string[]; kindVersion: number; body: object };

/** What later versions of the kinds say and this form does not ask: it stays as it was. */
const notAsked = [
  'part',
  'readings',
  'looks',
  'purge',
  'overruled',
  'proposed',
  'causes',
  'off',
  'bothHappened',
  'port',
];
type Props = {
  timeZone: string;
  personId: string;
  replacesId: string;
  kind: EntryKind;
  machineId: string | null;
  pointId: string | null;
  current: Current;
  context: EntryContext;
};
type Values = EntryValues & { how: 'put-right' | 'void'; correctionReason: string; reading: string };

const asHandKind = (kind: EntryKind): HandKind | null => handKinds.find((each) => each === kind) ?? null;

/** Puts an entry right or voids it; either way with a reason, and always the newest of its chain. */
export function CorrectionForm({ timeZone, personId, replacesId, kind, machineId, pointId, current, context }: Props) {
  const router = useRouter();
  const hand = asHandKind(kind);
  const canPutRight = kinds[kind].mended === 'anew';
  const body = current.body as Record<string, unknown>;
  const initial: Values = {
    ...asWritten(current, context),
    kind: hand ?? 'note',
    when: wallClock(Date.parse(current.happenedAt), timeZone),
    how: canPutRight ? 'put-right' : 'void',
    correctionReason: '',
  };
  return (
    <SavedForm<Values>
      needs="write"
      initial={initial}
      submitLabel="Write the correction"
      save={async (values): Promise<SaveAnswer> => {
        if (values.correctionReason.trim().length < 3)
          return {
            ok: false,
            reason: 'A correction needs its reason.',
            fields: { correctionReason: 'Say what was wrong, in a few words.' },
          };
        const reason = values.correctionReason.trim();
        const written =
          values.how === 'void' ? { ok: true as const, body: { void: true, reason } } : replacementOf(values, reason);
        if (!written.ok) return { ok: false, reason: 'Some fields need another look.', fields: written.fields };
        const answer = await writeNow({
          kind: 'correction',
          kindVersion: 2,
          personId,
          machineId,
          pointId,
          replacesId,
          body: written.body,
        });
        if (answer.state === 'refused') return { ok: false, reason: answer.reason };
        if (answer.state === 'sent') router.push(`/log/${answer.entryId}`);
        router.refresh();
        return { ok: true };
      }}
    >
      {canPutRight && (
        <ChoiceField
          name="how"
          label="What is to happen"
          options={[
            { value: 'put-right', label: 'put it right' },
            { value: 'void', label: 'void it: it never happened' },
          ]}
          required
        />
      )}
      <Replacement timeZone={timeZone} isReading={kind === 'reading'} context={context} />
      <NoteField name="correctionReason" label="What was wrong" required rows={2} />
    </SavedForm>
  );

  function replacementOf(
    values: Values,
    reason: string,
  ): { ok: true; body: Record<string, unknown> } | { ok: false; fields: Record<string, string> } {
    const happened = instantOf(values.when, timeZone);
    if (!happened.ok) return { ok: false, fields: { when: happened.reason } };
    const keep = (next: Record<string, unknown>) => ({
      ok: true as const,
      body: {
        reason,
        replacement: {
          // In the words of its own version: what a later one means, an earlier never meant.
          kindVersion: current.kindVersion,
          happenedAt: happened.happenedAt,
          offsetMinutes: happened.offsetMinutes,
          taskIds: current.taskIds,
          body: {
            ...Object.fromEntries(Object.entries(body).filter(([field]) => notAsked.includes(field))),
            ...next,
          },
        },
      },
    });
    if (kind === 'reading') {
      const parsed = parseQuantity(values.reading, 'number');
      return parsed.ok && parsed.value >= 0
        ? keep({ ...body, value: parsed.value, typed: { value: values.reading } })
        : { ok: false, fields: { reading: parsed.ok ? 'A meter shows no negative value.' : parsed.reason } };
    }
    const next = bodyOf(values, context, current.kindVersion);
    if (!next.ok) return next;
    // What a unit was filled with at its commissioning is not asked again here.
    if (kind === 'commissioning')
      return keep({
        ...(body.lubricantId !== undefined && { lubricantId: body.lubricantId }),
        ...(body.volumeL !== undefined && { volumeL: body.volumeL }),
        ...next.body,
      });
    // A top-up counted in drops or passes keeps its own counting; only litres are typed here.
    return keep(
      kind === 'top-up' && body.amountKind !== 'litres' ? { ...next.body, amountKind: body.amountKind } : next.body,
    );
  }
}

/** An entry as the form shows it, whatever its kind. */
function asWritten(
  current: Current,
  context: EntryContext,
): Omit<EntryValues, 'kind' | 'when'> & Pick<Values, 'reading'> {
  const typed = (value: unknown) => (value === undefined || value === null ? '' : String(value));
  const body = current.body as Record<string, unknown>;
  return {
    ...emptyEntry,
    taskId: current.taskIds[0] ?? '',
    lubricantId: typed(body.lubricantId),
    gunId: typed(body.gunId),
    mass: typed(body.massG),
    strokes: typed(body.strokes),
    volume: typed(body.volumeL ?? body.amount),
    drained: typed(body.drainedL),
    result: typed(body.result) || 'in-order',
    ...takenBefore(
      body,
      context.tasks.find(({ value }) => value === current.taskIds[0]),
    ),
    what: typed(body.what) || 'leak',
    urgency: typed(body.urgency) || 'plan',
    grade: typed(body.grade),
    where: typed(body.where),
    lowered: typed(body.lowered),
    reason: typed(body.reason) || 'other',
    note: typed(body.note ?? body.text),
    basis: typed(body.basis) || 'commissioned',
    on: typed(body.on),
    hours: typed(body.hours),
    event: typed(body.event),
    drainedWhat: typed(body.what) || 'oil',
    times: typed(body.times) || '1',
    oil: typed(body.oil),
    bottle: typed(body.bottle),
    drawn: typed(body.drawn) || 'running',
    reading: typed(body.value),
  };
}

/** What was read and seen, as the form shows it: by what the task asks for. */
function takenBefore(
  body: Record<string, unknown>,
  task: EntryContext['tasks'][number] | undefined,
): Pick<EntryValues, 'taken' | 'takenState' | 'seen'> {
  const looked = (body.looks ?? []) as { what: string; seen: string }[];
  const read = (body.readings ?? []) as { quantity: string; value: number; state?: string }[];
  return {
    taken: (task?.readings ?? []).map(({ name }) =>
      String(read.find(({ quantity }) => quantity === name)?.value ?? ''),
    ),
    takenState: read.find(({ state }) => state !== undefined)?.state ?? '',
    seen: (task?.looks ?? []).map((name) => {
      const seen = looked.find(({ what }) => what === looks[name].words)?.seen;
      return Object.entries(looks[name].answers).find(([, { words }]) => words === seen)?.[0] ?? '';
    }),
  };
}

function Replacement({
  timeZone,
  isReading,
  context,
}: {
  timeZone: string;
  isReading: boolean;
  context: EntryContext;
}) {
  const how = useWatch({ name: 'how' }) as Values['how'];
  if (how === 'void') return null;
  return (
    <>
      <WhenField timeZone={timeZone} />
      {isReading ? (
        <QuantityField name="reading" label="Meter showed" dimension="number" required />
      ) : (
        <EntryFields context={context} />
      )}
    </>
  );
}
