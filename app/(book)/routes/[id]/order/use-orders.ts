'use client';

import { useEffect, useMemo, useState } from 'react';
import { type WorkerJob, useWorkerJob } from '@/components/use-worker-job';
import { asItStands, waitsForShutdown, walkOfShift } from '@/core/floor/walk-of-shift';
import type { OrderProgress, RouteOrder } from '@/core/route/order';
import { whoMay } from '@/core/words/task-words';
import type { OrderableRoute } from '@/desk/walk/route-order';
import { type Walk, stopsOf } from './compared';
import type { Chosen } from './walk-choices';

const makeWorker = () =>
  new Worker(new URL('../../../../../workers/route-order.worker.ts', import.meta.url), { type: 'module' });
/** Works an order out in a web worker. */
const useOrder = () => useWorkerJob<unknown, OrderProgress, RouteOrder>(makeWorker);

/** One's own order of a route and the one that is found for it, both worked out away from the page. */
export function useOrders(route: OrderableRoute) {
  const search = useOrder();
  const walked = useOrder();
  const [chosen, setChosen] = useState<Chosen>(() => ({
    scope: route.stops.some(({ isDue }) => isDue) ? 'due' : 'all',
    shift: route.capacity.shifts[0]!,
    people: 1,
    personId: '',
    standing: [],
    asTaken: true,
  }));
  const [own, setOwn] = useState<readonly string[]>(route.order);
  const [locked, setLocked] = useState<readonly string[]>([]);
  const [searchedFor, setSearchedFor] = useState<Chosen>();
  const { taken, notTaken } = useMemo(() => chosenStops(route, chosen), [route, chosen]);
  const input = useMemo(
    () => walkOfShift({ ...route, stops: taken, order: own }, chosen, route.capacity.numbers),
    [route, taken, own, chosen],
  );
  const { start: walk } = walked;
  useEffect(() => {
    if (taken.length > 0) walk(asItStands(input));
  }, [walk, input, taken]);
  const found = searchedFor === chosen ? walkIn(search.job) : undefined;
  const begin = () => {
    const order = found ? stopsOf(found) : input.order;
    const position = (id: string) => order.indexOf(id) + 1;
    setSearchedFor(chosen);
    search.start({
      ...input,
      locks: locked.filter((id) => position(id) > 0).map((stopId) => ({ stopId, position: position(stopId) })),
    });
  };
  return {
    chosen,
    setChosen,
    /** The whole route in one's own order. */
    own,
    setOwn,
    locked,
    toggleLock: (id: string) => setLocked(locked.includes(id) ? locked.filter((each) => each !== id) : [...locked, id]),
    input,
    isNothing: taken.length === 0,
    notTaken,
    yours: taken.length > 0 ? walkIn(walked.job) : undefined,
    found,
    search: search.job,
    isWorking: search.job.state === 'working',
    fault: [search.job, walked.job].flatMap((job) => (job.state === 'fault' ? [job.reason] : []))[0] ?? null,
    begin,
    stop: search.stop,
  };
}

/** The stops that are walked as it was chosen, and those that are not, with the reason; what is not due is neither. */
function chosenStops({ stops, people }: OrderableRoute, { scope, personId }: Chosen) {
  const person = people.find(({ id }) => id === personId);
  const taken: OrderableRoute['stops'] = [];
  const notTaken: { stopId: string; reason: string }[] = [];
  for (const stop of stops.filter(({ isDue }) => scope === 'all' || isDue))
    if (waitsForShutdown(stop))
      notTaken.push({
        stopId: stop.id,
        reason: `${stop.machine} keeps running: this is done in a shutdown, by a by-pass, or another way while it runs.`,
      });
    else if (person?.notTheirs[stop.who])
      notTaken.push({
        stopId: stop.id,
        reason: `Work of the ${whoMay[stop.who]}: ${person.name} ${person.notTheirs[stop.who]}.`,
      });
    else taken.push(stop);
  return { taken, notTaken };
}

/** The walk that a worker has found, or has so far. */
const walkIn = (job: WorkerJob<OrderProgress, RouteOrder>): Walk | undefined =>
  job.state === 'done'
    ? job.result
    : job.state === 'working' || job.state === 'stopped'
      ? job.progress?.result
      : undefined;
