import { describe, expect, it } from 'vitest';
import { routeInput } from './input';
import { type RouteOrder, routeOrder } from './order';
import { whyHere } from './why-here';

const stop = (id: string, x: number, more: object = {}) => ({ id, x, y: 0, minutes: 4, ...more });
async function why(stops: object[], stopId: string, more: object = {}) {
  const input = routeInput.parse({ stops, start: { x: 0, y: 0 }, lockOutMinutes: 10, ...more });
  const outcome = await routeOrder.compute(input);
  if (!outcome.ok) throw new Error(outcome.reason);
  return whyHere(input, outcome.result, stopId, (id) => id.toUpperCase());
}

describe('why a stop is where it is', () => {
  it('names what fills a wait, and what is filled with it', async () => {
    const stops = [
      stop('drain', 50, { parts: [{ minutes: 5, waitMinutes: 30 }, { minutes: 5 }] }),
      stop('a', 60),
      stop('b', 70),
    ];
    expect(await why(stops, 'drain')).toContain('The first from the store.');
    expect((await why(stops, 'drain')).join()).toMatch(/Its wait until 00:\d\d is filled with 2 other visits/);
    expect((await why(stops, 'a')).join()).toMatch(/Done while DRAIN waits until 00:\d\d/);
  });

  it('says what binds: a lock, an order at the machine, a machine that stands', async () => {
    const stops = [
      stop('look', 90, { machineId: 'm' }),
      stop('pour', 90, { machineId: 'm', state: 'stopped', after: ['look'] }),
      stop('far', 10),
    ];
    expect((await why(stops, 'pour'))[0]).toMatch(/^Comes after LOOK/);
    expect(await why(stops, 'far', { locks: [{ stopId: 'far', position: 3 }] })).toContain(
      'You locked it at this place.',
    );
    const windows = [{ machineId: 'm', from: 60, to: 90, state: 'stopped' }];
    expect(await why(stops, 'pour', { windows })).toContain('Its machine is as it is needed from 01:00 to 01:30.');
  });

  it('says what it saves: a lock-out, a change of gun, a way', async () => {
    const shared = { machineId: 'm', state: 'isolated', lubricantId: 'G' };
    const stops = [stop('a', 50, shared), stop('b', 50, shared), stop('c', 150)];
    const last = (await why(stops, 'b')).length > 1 ? 'b' : 'a';
    const said = (await why(stops, last)).join(' ');
    expect(said).toContain('one lock-out for both, 10 min less');
    expect(said).toContain('The same gun or can as before');
    expect((await why(stops, 'c')).join()).toMatch(/The first from the store|\d min from [AB]/);
  });

  it('has nothing to say of what is not walked', () => {
    const walk = { sequence: [] } as Pick<RouteOrder, 'sequence'>;
    expect(whyHere(routeInput.parse({ stops: [stop('a', 1)], start: { x: 0, y: 0 } }), walk, 'a', String)).toEqual([]);
  });
});
