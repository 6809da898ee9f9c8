'use client';

import { X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useId, useState } from 'react';
import { Beside } from '@/components/beside';
import { AreaChoice } from '@/components/ui/area-choice';
import { NoteField, TextField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { Sortable, SortableItem } from '@/components/ui/sortable';
import { type AreaName, useAreaChoices } from '@/components/use-area-choices';
import { amount, counted, measured } from '@/components/words';
import { machineStates } from '@/core/words/machine-states';
import { whoMay } from '@/core/words/task-words';
import type { TaskChoice } from '@/desk/read/task-choices';
import { createRoute, updateRoute } from './actions';

type Known = { id: string; version: number; code: string; name: string; note: string; taskIds: string[] };
const filters = {
  area: 'Area',
  machine: 'Machine',
  lubricant: 'Lubricant',
  frequency: 'Frequency',
  machineState: 'Machine state',
  actionWords: 'What is done',
  who: 'Done by',
} as const;
type Filter = keyof typeof filters;

/** Picks tasks by filter and puts them in walking order, by dragging or by keyboard. */
export function RouteForm({
  choices: given,
  areas,
  known,
}: {
  /** All tasks, or of a large plant those that are on the route already. */
  choices: TaskChoice[];
  areas: readonly AreaName[] | null;
  known?: Known;
}) {
  const router = useRouter();
  const [seen, setSeen] = useState(() => new Map(given.map((choice) => [choice.taskId, choice])));
  const remember = useCallback(
    (come: readonly TaskChoice[]) =>
      setSeen((before) => new Map([...before, ...come.map((choice) => [choice.taskId, choice] as const)])),
    [],
  );
  const { choices, area, reason } = useAreaChoices(given, areas, '/api/tasks', 'tasks', remember);
  const [picked, setPicked] = useState<string[]>(known?.taskIds.filter((id) => seen.has(id)) ?? []);
  return (
    <SavedForm
      needs="plan"
      initial={{ code: known?.code ?? '', name: known?.name ?? '', note: known?.note ?? '' }}
      submitLabel={known ? 'Save route' : 'Make route'}
      save={async (values) => {
        const form = { ...values, taskIds: picked };
        const answer = known ? await updateRoute(known.id, known.version, form) : await createRoute(form);
        if (answer.ok) router.push(`/routes/${answer.value.id}`);
        return answer.ok || !answer.fields?.taskIds ? answer : { ...answer, reason: answer.fields.taskIds };
      }}
    >
      <div className="grid gap-4 sm:grid-cols-[12rem_1fr]">
        <TextField name="code" label="Route code" required />
        <TextField name="name" label="Name" required />
      </div>
      <NoteField name="note" label="Note" rows={2} hint="What to carry, whom to ask for the key" />
      <div className="gap-8 lg:grid lg:grid-cols-2">
        <TaskPicker
          choices={choices}
          narrowing={<AreaChoice area={area} reason={reason} />}
          picked={picked}
          onPick={(ids) => setPicked([...picked, ...ids.filter((id) => !picked.includes(id))])}
        />
        <StopOrder stops={picked.flatMap((id) => seen.get(id) ?? [])} onChange={setPicked} />
      </div>
    </SavedForm>
  );
}

function TaskPicker({
  choices,
  narrowing,
  picked,
  onPick,
}: {
  choices: readonly TaskChoice[];
  narrowing: ReactNode;
  picked: string[];
  onPick: (ids: string[]) => void;
}) {
  const [wanted, setWanted] = useState<Partial<Record<Filter, string>>>({});
  const base = useId();
  const open = choices.filter(
    (choice) =>
      !picked.includes(choice.taskId) &&
      (Object.entries(wanted) as [Filter, string][]).every(([key, value]) => value === '' || choice[key] === value),
  );
  const shown = open.slice(0, 60);
  // A walk is a technician’s: what others may do is added by itself, or when they are asked for.
  const all = wanted.who ? open : open.filter(({ who }) => who === whoMay.technician);
  const others = open.length - all.length;
  return (
    <section aria-labelledby={`${base}-head`}>
      <h2 id={`${base}-head`} className="text-xl">
        Pick tasks
      </h2>
      {narrowing}
      <div className="mt-3 grid grid-cols-2 gap-3">
        {(Object.entries(filters) as [Filter, string][]).map(([key, label]) => (
          <div key={key}>
            <label htmlFor={`${base}-${key}`} className="caption">
              {label}
            </label>
            <select
              id={`${base}-${key}`}
              className="field"
              value={wanted[key] ?? ''}
              onChange={(event) => setWanted({ ...wanted, [key]: event.target.value })}
            >
              <option value="">any</option>
              {[...new Set(choices.map((choice) => choice[key]))].sort().map((value) => (
                <option key={value} value={value}>
                  {key === 'machineState' ? machineStates[value as keyof typeof machineStates] : value}
                </option>
              ))}
            </select>
          </div>
        ))}
      </div>
      <div className="mt-3 flex items-center justify-between">
        <p role="status">
          {counted(open.length, 'task')} match{others > 0 && `, ${others} for others than the technician`}
        </p>
        <button
          type="button"
          className="button"
          disabled={all.length === 0}
          onClick={() => onPick(all.map(({ taskId }) => taskId))}
        >
          Add all {all.length}
        </button>
      </div>
      <ul className="mt-2 max-h-[60vh] overflow-y-auto" aria-label="Tasks to pick from">
        {shown.map(({ taskId, label, title, pointName, lubricant, routes }) => (
          <li key={taskId} className="rule-t flex items-center gap-3 py-1">
            <span className="min-w-0 grow">
              <strong>{label}</strong> {title}{' '}
              <span className="text-muted">
                {pointName}
                {routes.length > 0 ? `, on ${routes.join(', ')}` : ''}
              </span>
            </span>
            <span className="house-code">{lubricant}</span>
            <button
              type="button"
              className="button"
              onClick={() => onPick([taskId])}
              aria-label={`Add ${title} at ${label}`}
            >
              Add
            </button>
          </li>
        ))}
      </ul>
      {open.length > shown.length && (
        <p className="caption">The first {shown.length} are shown; narrow the filter for the rest, or add all.</p>
      )}
    </section>
  );
}

function StopOrder({ stops, onChange }: { stops: TaskChoice[]; onChange: (taskIds: string[]) => void }) {
  const id = useId();
  const ids = stops.map(({ taskId }) => taskId);
  const name = (taskId: string) => {
    const stop = stops.find((each) => each.taskId === taskId);
    return stop ? stopName(stop) : 'stop';
  };
  const grams = new Map<string, number>();
  for (const { lubricant, amount: value, amountKind } of stops)
    if (value !== null && (amountKind === 'grams' || amountKind === 'litres'))
      grams.set(
        `${lubricant} ${amountKind === 'grams' ? 'g' : 'L'}`,
        (grams.get(`${lubricant} ${amountKind === 'grams' ? 'g' : 'L'}`) ?? 0) + value,
      );
  return (
    <section aria-labelledby={`${id}-head`} className="max-lg:mt-8">
      <h2 id={`${id}-head`} className="text-xl">
        Walking order{' '}
        <span className="caption font-normal">
          {counted(stops.length, 'stop')}, {measured(stops.reduce((sum, { minutes }) => sum + minutes, 0))} min without
          the walk
        </span>
      </h2>
      {grams.size > 0 && (
        <p className="caption mt-1">
          To carry:{' '}
          <Beside>
            {[...grams]
              .map(([key, value]) => `${measured(value)} ${key.split(' ')[1]} of ${key.split(' ')[0]}`)
              .join(', ')}
          </Beside>
        </p>
      )}
      {stops.length === 0 && <p className="mt-3">Nothing picked yet. Filter on the left, then add.</p>}
      <Sortable ids={ids} nameOf={name} label="Stops in walking order" onOrder={onChange}>
        {stops.map((stop, index) => (
          <StopRow
            key={stop.taskId}
            stop={stop}
            place={index + 1}
            onRemove={() => onChange(ids.filter((each) => each !== stop.taskId))}
          />
        ))}
      </Sortable>
    </section>
  );
}

const stopName = ({ title, label }: TaskChoice) => `${title} at ${label}`;

function StopRow({ stop, place, onRemove }: { stop: TaskChoice; place: number; onRemove: () => void }) {
  const name = stopName(stop);
  return (
    <SortableItem id={stop.taskId} name={name}>
      <span className="w-7 shrink-0 text-right text-muted">{place}</span>
      <span className="min-w-0 grow">
        <strong>{stop.label}</strong> {stop.title}{' '}
        <span className="text-muted">{machineStates[stop.machineState]}</span>
      </span>
      <span className="whitespace-nowrap">
        <Beside>{amount(stop.amountKind, stop.amount)}</Beside> <span className="house-code">{stop.lubricant}</span>
      </span>
      <button
        type="button"
        className="button button-quiet"
        onClick={onRemove}
        aria-label={`Take ${name} off the route`}
      >
        <X aria-hidden="true" size={18} />
      </button>
    </SortableItem>
  );
}
