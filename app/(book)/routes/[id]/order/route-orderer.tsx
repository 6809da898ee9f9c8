'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { ShiftStrip, clockOf, stretchesOf } from '@/components/scales/shift-strip';
import { FormProblem, NoticeLine } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted, number } from '@/components/words';
import { routeInput } from '@/core/route/input';
import { type OrderProgress, type RouteOrder, orderSteps } from '@/core/route/order';
import { walkingOf } from '@/core/route/walking';
import { putRight } from '@/core/route/within-machine';
import type { OrderableRoute } from '@/desk/walk/route-order';
import { takeOrder } from '../../actions';
import { useOrder } from './use-order';
import { WalkDrawing } from './walk-drawing';

type Walk = OrderProgress['result'] & Partial<Pick<RouteOrder, 'lowerBoundMinutes' | 'gapPct'>>;

/** So much of a shift is planned; the rest is for what is found. (M C) */
const plannedShare = 0.7;
const shifts = { early: [360, 840], late: [840, 1320], night: [1320, 1800] } as const;
type Shift = keyof typeof shifts;

/** Works out in which order a route is walked best, beside the order that it has now. */
export function RouteOrderer({ route }: { route: OrderableRoute }) {
  const router = useRouter();
  const { job: search, start, stop } = useOrder();
  const { busy, reason, send } = useMutation();
  const [scope, setScope] = useState<'due' | 'all'>(route.stops.some(({ isDue }) => isDue) ? 'due' : 'all');
  const [shift, setShift] = useState<Shift>('early');
  const [locked, setLocked] = useState<readonly string[]>([]);
  const [from, to] = shifts[shift];
  const plannedTo = from + plannedShare * (to - from);
  const chosen = useMemo(
    () => new Set(route.stops.filter(({ isDue }) => scope === 'all' || isDue).map(({ taskId }) => taskId)),
    [route, scope],
  );
  const input = useMemo(() => inputOf(route, chosen, from, plannedTo), [route, chosen, from, plannedTo]);
  const yours = useMemo(() => asItIs(input), [input]);
  const found: Walk | undefined =
    search.state === 'done'
      ? search.result
      : search.state === 'working' || search.state === 'stopped'
        ? search.progress?.result
        : undefined;
  const shown = found ?? yours;
  const order = shown ? [...stopsOf(shown)] : [];
  const walked = useMemo(
    () => (shown?.sequence ?? []).filter(({ day }) => day === 0).map(({ stopId }) => stopId),
    [shown],
  );
  const begin = () => {
    const position = (taskId: string) => order.indexOf(taskId) + 1;
    start({
      ...input,
      locks: locked.filter((each) => position(each) > 0).map((stopId) => ({ stopId, position: position(stopId) })),
    });
  };
  const take = async () => {
    const answer = await send(() => takeOrder(route.route.id, route.route.version, order));
    if (answer.ok) router.push(`/routes/${route.route.id}`);
  };
  const isWorking = search.state === 'working';
  return (
    <div className="mt-5 grid gap-6">
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Stops"
          value={scope}
          onChange={setScope}
          words={{ due: 'what is due', all: 'all of the route' }}
          disabled={isWorking}
        />
        <Choice
          label="Shift"
          value={shift}
          onChange={setShift}
          words={{ early: 'early, 06:00 to 14:00', late: 'late, 14:00 to 22:00', night: 'night, 22:00 to 06:00' }}
          disabled={isWorking}
        />
        {isWorking ? (
          <button type="button" className="button" onClick={stop}>
            Stop, keep the best so far
          </button>
        ) : (
          <button type="button" className="button button-first" onClick={begin} disabled={chosen.size === 0}>
            {found ? 'Work it out again' : 'Work out the order'}
          </button>
        )}
        {isWorking && (
          <progress aria-label="Working it out" value={search.progress?.share ?? 0} max={1} className="h-3 w-40" />
        )}
      </div>
      {search.state === 'fault' && <FormProblem reason={search.reason} />}
      {route.notPlaced.length > 0 && (
        <NoticeLine
          notice={{
            level: 'caution',
            text: `Not on the floor plan, so not in the walk: ${route.notPlaced.join(', ')}.`,
          }}
        />
      )}
      {shown && (
        <>
          <Compared yours={yours} found={found} />
          <WalkDrawing route={route} walked={walked} />
          <Strip walk={shown} route={route} from={from} to={to} plannedTo={plannedTo} />
          {found && !isWorking && (
            <div>
              <FormProblem reason={reason} />
              <button type="button" className="button button-first" disabled={busy} onClick={() => void take()}>
                Take this order
              </button>
            </div>
          )}
          <Order
            walk={shown}
            route={route}
            locked={locked}
            onLock={(taskId) =>
              setLocked((before) =>
                before.includes(taskId) ? before.filter((each) => each !== taskId) : [...before, taskId],
              )
            }
          />
          <LeftOut walk={shown} route={route} />
        </>
      )}
    </div>
  );
}

function inputOf(route: OrderableRoute, chosen: ReadonlySet<string>, from: number, plannedTo: number) {
  const stops = route.input.stops
    .filter(({ id }) => chosen.has(id))
    .map((stop) => ({ ...stop, after: (stop.after ?? []).filter((id) => chosen.has(id)) }));
  return {
    ...route.input,
    stops,
    order: (route.input.order ?? []).filter((id) => chosen.has(id)),
    shift: { from, to: plannedTo },
  };
}

/** The walk in the order that the route has now, what would come too early put off, however long it takes; undefined where there is none. */
function asItIs(input: ReturnType<typeof inputOf>): Walk | undefined {
  const after = new Map(input.stops.map((stop) => [stop.id, stop.after]));
  const locks = putRight(input.order, after).map((stopId, index) => ({ stopId, position: index + 1 }));
  const parsed = routeInput.safeParse({ ...input, shift: undefined, locks, iterations: 0 });
  const walking = parsed.success ? walkingOf(parsed.data) : undefined;
  if (!parsed.success || !walking || 'ok' in walking) return undefined;
  const steps = orderSteps(parsed.data, walking);
  for (let step = steps.next(); ; step = steps.next())
    if (step.done) return step.value.ok ? shifted(step.value.result, input.shift.from) : undefined;
}

/** A walk that was worked out from midnight on, as it is from another hour on. */
const shifted = (walk: RouteOrder, by: number): Walk => ({
  ...walk,
  sequence: walk.sequence.map((entry) => ({
    ...entry,
    arrive: entry.arrive + by,
    start: entry.start + by,
    end: entry.end + by,
  })),
});

function Choice<Value extends string>({
  label,
  value,
  onChange,
  words,
  disabled,
}: {
  label: string;
  value: Value;
  onChange: (value: Value) => void;
  words: Record<Value, string>;
  disabled: boolean;
}) {
  return (
    <label>
      <span className="caption">{label}</span>
      <select
        className="field"
        value={value}
        disabled={disabled}
        onChange={(event) => onChange(event.target.value as Value)}
      >
        {Object.entries<string>(words).map(([key, text]) => (
          <option key={key} value={key}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

const rows: readonly [
  keyof Walk & ('totalMinutes' | 'workMinutes' | 'walkMinutes' | 'idleMinutes' | 'walkM' | 'gunChanges'),
  string,
  string,
][] = [
  ['totalMinutes', 'From the store and back', 'min'],
  ['workMinutes', 'Work, lock-outs with it', 'min'],
  ['walkMinutes', 'Walking', 'min'],
  ['idleMinutes', 'Waits that nothing fills', 'min'],
  ['walkM', 'Way', 'm'],
  ['gunChanges', 'Changes of gun or can', ''],
];

const stopsOf = ({ sequence }: Walk): Set<string> => new Set(sequence.map(({ stopId }) => stopId));

/** Both orders side by side, cost by cost; and how good the new one is at the least. */
function Compared({ yours, found }: { yours: Walk | undefined; found: Walk | undefined }) {
  return (
    <div className="max-w-2xl">
      <table className="w-full">
        <thead>
          <tr className="rule-b">
            <th scope="col">What it takes</th>
            <th scope="col" className="text-right">
              Now
            </th>
            <th scope="col" className="text-right">
              Proposed
            </th>
          </tr>
        </thead>
        <tbody>
          <tr className="rule-b">
            <th scope="row" className="font-normal">
              Stops walked to
            </th>
            {[yours, found].map((walk, index) => (
              <td key={index} className="text-right">
                {walk ? stopsOf(walk).size : '–'}
              </td>
            ))}
          </tr>
          {rows.map(([key, words, unit]) => (
            <tr key={key} className="rule-b">
              <th scope="row" className="font-normal">
                {words}
              </th>
              {[yours, found].map((walk, index) => (
                <td key={index} className="text-right">
                  {walk ? `${number(walk[key], 0)} ${unit}` : '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p role="status" className="mt-2">
        {yours && yours.unscheduled.length > 0 && (
          <>
            In the order that it has now {counted(yours.unscheduled.length, 'stop')} cannot be done by one person in one
            walk.{' '}
          </>
        )}
        {found?.gapPct !== undefined && <>Within {number(found.gapPct, 1)} % of the best possible for these stops. </>}
        {found && found.unscheduled.length > 0 && (
          <>{counted(found.unscheduled.length, 'stop')} left out: see below. </>
        )}
        {found && found.overrunMinutes > 0 && (
          <strong>{number(found.overrunMinutes, 0)} min longer than planned.</strong>
        )}
      </p>
    </div>
  );
}

type Parts = { walk: Walk; route: OrderableRoute };
const namesOf = ({ stops }: OrderableRoute) => new Map(stops.map((stop) => [stop.taskId, stop]));

function Strip({ walk, route, from, to, plannedTo }: Parts & { from: number; to: number; plannedTo: number }) {
  const names = namesOf(route);
  const first = walk.sequence.filter(({ day }) => day === 0);
  const ends = (first.at(-1)?.end ?? from) + 1;
  const stretches = stretchesOf(first, from, ends, (stopId) => names.get(stopId)!.label);
  return (
    <figure>
      <ShiftStrip
        stretches={stretches}
        from={from}
        to={Math.max(to, ends)}
        plannedTo={plannedTo}
        title={`The shift from ${clockOf(from)}: ${number(walk.workMinutes, 0)} min work, ${number(walk.walkMinutes, 0)} min walking, ${number(walk.idleMinutes, 0)} min waiting`}
      />
      <figcaption className="caption">
        Full: work. Line: walking. Dotted: waiting. The tick at {clockOf(plannedTo)} ends what is planned; the rest of
        the shift is for what is found.
      </figcaption>
    </figure>
  );
}

function Order({
  walk,
  route,
  locked,
  onLock,
}: Parts & { locked: readonly string[]; onLock: (taskId: string) => void }) {
  const names = namesOf(route);
  const seen = new Set<string>();
  return (
    <ol className="max-w-4xl" aria-label="Order of the walk">
      {walk.sequence.map((entry) => {
        const stop = names.get(entry.stopId)!;
        const isFirst = !seen.has(entry.stopId);
        seen.add(entry.stopId);
        return (
          <li
            key={`${entry.stopId}/${entry.part}`}
            className="rule-b grid grid-cols-[4rem_6.5rem_1fr_auto] items-center gap-x-3 py-1"
          >
            <span className="tabular-nums">
              {clockOf(entry.start)}
              {entry.day > 0 && <span className="caption block">next day</span>}
            </span>
            <span className="font-medium">{stop.label}</span>
            <span>
              {stop.title}
              {!isFirst && <span className="caption"> once more: the wait is over</span>}
              {entry.waitUntil !== undefined && (
                <span className="caption"> then waits until {clockOf(entry.waitUntil)}</span>
              )}
            </span>
            {isFirst ? (
              <label className="inline-flex min-h-11 items-center gap-2 md:min-h-7">
                <input
                  type="checkbox"
                  checked={locked.includes(entry.stopId)}
                  onChange={() => onLock(entry.stopId)}
                  aria-label={`Lock ${stop.label} at this place`}
                />
                <span className="caption">lock</span>
              </label>
            ) : (
              <span />
            )}
          </li>
        );
      })}
    </ol>
  );
}

/** What the walk has no room for, each with its reason. */
function LeftOut({ walk, route }: Parts) {
  if (walk.unscheduled.length === 0) return null;
  const names = namesOf(route);
  return (
    <section aria-labelledby="left-out" className="max-w-4xl">
      <h2 id="left-out" className="text-xl">
        Left out <span className="caption font-normal">{counted(walk.unscheduled.length, 'stop')}</span>
      </h2>
      <ul>
        {walk.unscheduled.map(({ stopId, reason }) => (
          <li key={stopId} className="rule-b py-1">
            <span className="font-medium">{names.get(stopId)!.label}</span> {names.get(stopId)!.title}
            <span className="caption block">{reason}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
