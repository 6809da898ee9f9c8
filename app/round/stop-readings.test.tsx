import { screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { showStop } from './testing';

const press = (name: string | RegExp) => screen.getByRole('button', { name });

describe('a stop that asks for readings', () => {
  const temperature = {
    quantity: 'temperature',
    name: 'Oil temperature',
    unit: '°C',
    validIn: null,
    band: { warnHigh: 70, stopHigh: 85 },
    last: { value: 58, at: '2026-11-24T07:00:00Z' },
  } as const;
  const level = {
    quantity: 'level',
    name: 'Tank level',
    unit: 'mm',
    validIn: 'stopped-powered',
    band: { warnLow: 40 },
    last: null,
  } as const;
  const look = (readings: readonly object[], change = {}, others = {}) =>
    showStop(
      {
        pointKind: 'hydraulic-set',
        action: 'check',
        amountKind: 'to-mark',
        amount: null,
        readings: readings as never,
        ...change,
      },
      others,
    );
  const type = async (user: ReturnType<typeof showStop>['user'], digits: string) => {
    for (const digit of digits) await user.click(press(digit));
    await user.click(press('Take this reading'));
  };

  it('offers the next of them first, and is in order when all lie where they should', async () => {
    const { user, written } = look([temperature]);
    expect(screen.queryByRole('button', { name: 'Done: in order' })).toBeNull();
    expect(screen.getByText('up to 70 °C; last 58 °C on 24 Nov 2026')).toBeDefined();
    await user.click(press('Read Oil temperature'));
    await type(user, '61.5');
    await user.click(press('Done: in order'));
    expect(written).toEqual([
      {
        kind: 'check',
        body: { result: 'in-order', readings: [{ quantity: 'Oil temperature', value: 61.5, unit: '°C' }] },
        taskIds: ['t'],
      },
    ]);
  });

  it('past a limit is a finding by the sign it is, and no service', async () => {
    const { user, written } = look([temperature]);
    await user.click(press('Read Oil temperature'));
    await type(user, '88');
    expect(screen.getByText('✗ above its stop')).toBeDefined();
    expect(screen.queryByRole('button', { name: 'Done: in order' })).toBeNull();
    await user.click(press('Not in order: write it'));
    expect(written).toMatchObject([
      {
        kind: 'finding',
        body: { what: 'hot', urgency: 'act-now', text: 'Oil temperature 88 °C, above the stop at 85 °C.' },
      },
      { kind: 'check', body: { result: 'off', readings: [{ value: 88 }] } },
    ]);
  });

  it('where something goes in, what was read is a look beside it, and says what to add', async () => {
    const concentration = {
      quantity: 'concentration',
      name: 'Concentration',
      unit: '%',
      validIn: null,
      band: { warnLow: 4.5 },
      last: null,
    };
    const { user, written } = showStop({
      pointKind: 'coolant-sump',
      action: 'top-up',
      amountKind: 'litres',
      amount: 2,
      lubricant: { id: 'K', code: 'K-5', name: 'Coolant' },
      readings: [concentration] as never,
      level: ['Check at the upper line.'],
      coolant: { tankL: 200, targetPct: 6, factor: 1 },
    });
    expect(screen.getByText(/Check at the upper line/)).toBeDefined();
    await user.click(press('Read Concentration'));
    await type(user, '4');
    expect(screen.getByText('Add 4.26 L of concentrate')).toBeDefined();
    await user.click(press('Done as planned'));
    await waitFor(() => expect(written).toHaveLength(3));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'coolant-thin', urgency: 'plan' } },
      { kind: 'check', body: { result: 'off', readings: [{ quantity: 'Concentration', value: 4 }] } },
      { kind: 'top-up', body: { amount: 2 }, taskIds: ['t'] },
    ]);
    expect(written[1]).not.toHaveProperty('taskIds');
  });

  it('past its stop where something goes in is written and left, before anything is done', async () => {
    const level = {
      quantity: 'level',
      name: 'Level in the glass',
      unit: '%',
      validIn: null,
      band: { stopLow: 5, warnLow: 35 },
      last: null,
    };
    const { user, written } = showStop({
      pointKind: 'gear-case',
      action: 'top-up',
      amountKind: 'to-mark',
      amount: null,
      lubricant: { id: 'O', code: 'O-220', name: 'Gear oil' },
      readings: [level] as never,
    });
    await user.click(press('Read Level in the glass'));
    await type(user, '0');
    expect(screen.getByText(/Not started again before/)).toBeDefined();
    await user.click(press('Not in order: write it, leave it'));
    await waitFor(() => expect(written).toHaveLength(3));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'no-oil', urgency: 'act-now' } },
      { kind: 'check', body: { result: 'off' } },
      { kind: 'skip', body: { reason: 'unsafe' }, taskIds: ['t'] },
    ]);
  });

  it('asks once more what is hard to believe, and takes it when it is said again', async () => {
    const { user, written } = look([temperature]);
    await user.click(press('Read Oil temperature'));
    await type(user, '610');
    expect(screen.getByText(/lies far from 85 °C. Is it right/)).toBeDefined();
    await user.click(press('It is right: take it'));
    await user.click(press('Not in order: write it'));
    expect(written[1]).toMatchObject({ body: { readings: [{ value: 610 }] } });
  });

  it('with three readings is done in eleven taps, one after the other', async () => {
    const named = (name: string) => ({ ...temperature, name });
    const { user, written } = look([named('Left'), named('Middle'), named('Right')]);
    let taps = 0;
    const tap = async (name: string) => {
      taps += 1;
      await user.click(press(name));
    };
    await tap('Read Left');
    for (const value of ['61', '58', '60']) {
      for (const digit of value) await tap(digit);
      await tap('Take this reading');
    }
    await tap('Done: in order');
    expect(taps).toBeLessThan(12);
    expect(written[0]!.body).toMatchObject({ readings: [{ value: 61 }, { value: 58 }, { value: 60 }] });
  });

  it('asks for looks with answers of their own, and a sign that was seen is a finding', async () => {
    const { user, written } = look([temperature], { pointKind: 'ring-oiler', looks: ['ring'] });
    await user.click(press('Look: Oil ring'));
    await user.click(press('stands still, or hangs'));
    // What is read next opens by itself.
    await type(user, '81');
    expect(screen.queryByRole('button', { name: 'Done: in order' })).toBeNull();
    await user.click(press('Not in order: write it'));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'hot' } },
      { kind: 'finding', body: { what: 'no-flow', urgency: 'act-now', text: 'Oil ring: stands still, or hangs.' } },
      { kind: 'check', body: { result: 'off', looks: [{ what: 'Oil ring', seen: 'stands still, or hangs' }] } },
    ]);
  });

  it('past a limit still says what became of a part that is turned', async () => {
    const { user, written } = look([temperature], { action: 'turn' });
    await user.click(press('Read Oil temperature'));
    await type(user, '88');
    expect(press('Not in order: write it')).toBeDefined();
    await user.click(press('Not in order, but turned'));
    expect(written[1]).toMatchObject({ kind: 'check', body: { result: 'off', part: 'turned' } });
  });

  it('left with a reading keeps what was read', async () => {
    const { user, written } = look([temperature, { ...temperature, name: 'Other' }]);
    await user.click(press('Read Oil temperature'));
    await type(user, '88');
    await user.click(press('Back'));
    await user.click(press('Skip'));
    await user.click(press(/^no time|time/i));
    await waitFor(() => expect(written).toHaveLength(3));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'hot' } },
      { kind: 'check', body: { result: 'off', readings: [{ value: 88 }] } },
      { kind: 'skip', taskIds: ['t'] },
    ]);
    expect(written[1]).not.toHaveProperty('taskIds');
  });

  it('a film is enough, not reached or too much with one tap', async () => {
    const film = { action: 'film', amountKind: 'film', amount: null, pointKind: 'chain' } as const;
    const { user, written } = showStop(film);
    await user.click(press('Not reached'));
    await waitFor(() => expect(written).toHaveLength(2));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'no-flow', text: 'Enough: not reached.' } },
      { kind: 'check', body: { result: 'off', looks: [{ what: 'Enough', seen: 'not reached' }] } },
    ]);
    expect(screen.getByText(/Do it again and say done/)).toBeDefined();
    await user.click(press('Done as planned'));
    await waitFor(() => expect(written).toHaveLength(3));
    expect(written[2]).toMatchObject({ kind: 'top-up', taskIds: ['t'] });
  });

  it('too much is done, and found', async () => {
    const { user, written } = showStop({ action: 'film', amountKind: 'film', amount: null, pointKind: 'chain' });
    await user.click(press('Too much'));
    await waitFor(() => expect(written).toHaveLength(3));
    expect(written.map(({ kind }) => kind)).toEqual(['finding', 'check', 'top-up']);
  });

  it('may be typed again, also below nought', async () => {
    const { user, written } = look([temperature]);
    await user.click(press('Read Oil temperature'));
    await type(user, '99');
    await user.click(press(/^Oil temperature/));
    await user.click(press('below nought'));
    await type(user, '4');
    await user.click(press('Done: in order'));
    expect(written[0]!.body).toMatchObject({ readings: [{ value: -4 }] });
  });

  it('asks in which state it was read where that decides, and judges no observation', async () => {
    const { user, written } = look([level], { machineState: 'running-loaded' });
    await user.click(press('Read Tank level'));
    await type(user, '30');
    await user.click(press('No: keep it as an observation'));
    expect(screen.getByText('an observation: read it again as its limits are for')).toBeDefined();
    await user.click(press('Done: in order'));
    expect(written[0]!.body).toEqual({
      result: 'in-order',
      readings: [{ quantity: 'Tank level', value: 30, unit: 'mm', observation: true }],
    });
  });

  it('takes a level at an isolated stop for one read stopped', async () => {
    const { user, written } = look([level], { machineState: 'isolated' });
    await user.click(press('Read Tank level'));
    await type(user, '30');
    await user.click(press('Not in order: write it'));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'level-low', urgency: 'watch' } },
      { kind: 'check', body: { result: 'off', readings: [{ value: 30, state: 'isolated' }] } },
    ]);
  });

  it('not in order for another reason keeps what was read', async () => {
    const { user, written } = look([temperature]);
    await user.click(press('Read Oil temperature'));
    await type(user, '61');
    await user.click(press('Not in order'));
    await user.click(press('oil foams'));
    await user.click(press('Write the finding'));
    expect(written).toMatchObject([
      { kind: 'finding', body: { what: 'foamy' } },
      { kind: 'check', body: { result: 'off', readings: [{ value: 61 }] } },
    ]);
  });

  describe('each quantity in its own way', () => {
    const hour = 3_600_000;
    const ago = (hours: number) => new Date(Date.now() - hours * hour).toISOString();
    afterEach(() => vi.useRealTimers());

    it('says what a reading means outside of its limits and whom to call', async () => {
      const gauge = {
        quantity: 'pressure',
        name: 'Counterbalance gauge',
        unit: 'bar',
        validIn: null,
        band: { stopLow: 90, stopHigh: 130 },
        whoActs: 'hydraulics service',
        means: 'the slide may fall',
        last: null,
      };
      const { user, written } = look([gauge]);
      await user.click(press('Read Counterbalance gauge'));
      await type(user, '80');
      expect(screen.getByText('It means: the slide may fall. Call: hydraulics service.')).toBeDefined();
      expect(screen.getByText(/Stop it by the site’s rules/)).toBeDefined();
      await user.click(press('Not in order: write it'));
      expect(written[0]).toMatchObject({
        kind: 'finding',
        body: {
          what: 'pressure-low',
          urgency: 'act-now',
          text: 'Counterbalance gauge 80 bar, below the stop at 90 bar. It means: the slide may fall. Call: hydraulics service.',
        },
      });
    });

    it('a filter drop over its limit is asked whether the oil is warm, and cold it judges nothing', async () => {
      const drop = {
        quantity: 'pressure-drop',
        name: 'Filter drop',
        unit: 'bar',
        validIn: null,
        band: { warnHigh: 1.3 },
        last: null,
      };
      const { user, written } = look([drop]);
      await user.click(press('Read Filter drop'));
      await type(user, '1.8');
      await user.click(press('No: keep it as an observation'));
      await user.click(press(/^Filter drop/));
      await type(user, '1.6');
      await user.click(press('Yes, the oil at 40 °C or more'));
      await user.click(press('Not in order: write it'));
      expect(written).toMatchObject([
        { kind: 'finding', body: { what: 'dp-high', urgency: 'plan' } },
        { kind: 'check', body: { readings: [{ value: 1.6 }] } },
      ]);
    });

    it('a filter drop read beside warm oil is not asked', async () => {
      const drop = {
        quantity: 'pressure-drop',
        name: 'Drop',
        unit: 'bar',
        validIn: null,
        band: { warnHigh: 1 },
        last: null,
      };
      const { user } = look([temperature, drop]);
      await user.click(press('Read Oil temperature'));
      await type(user, '52');
      await type(user, '1.8');
      expect(screen.getByText(/^✗ above its warning/)).toBeDefined();
    });

    it('a gas pre-charge is brought to 20 °C, and falling within a day it leaks though it lies in its band', async () => {
      const gas = {
        quantity: 'precharge',
        name: 'Pre-charge',
        unit: 'bar',
        validIn: null,
        band: { warnLow: 90, warnHigh: 110 },
        last: { value: 100, at: ago(20) },
      };
      const { user, written } = look([gas]);
      await user.click(press('Read Pre-charge'));
      for (const digit of '100') await user.click(press(digit));
      await user.click(press('Next: how warm is the gas?'));
      await type(user, '40');
      expect(screen.getByText('✗ gas pre-charge low')).toBeDefined();
      await user.click(press('Not in order: write it'));
      expect(written).toMatchObject([
        { kind: 'finding', body: { what: 'precharge-low', grade: 'falls', urgency: 'plan' } },
        {
          kind: 'check',
          body: {
            readings: [
              { quantity: 'Pre-charge', value: 93.5 },
              { quantity: 'Pre-charge, on the gauge', value: 100 },
              { quantity: 'Pre-charge, gas', value: 40, unit: '°C' },
            ],
          },
        },
      ]);
    });

    const rise = {
      quantity: 'temperature-rise',
      name: 'Oil after the start',
      unit: '°C',
      validIn: null,
      band: { warnHigh: 85, stopHigh: 90 },
      last: null,
    };
    /** Reads it every few minutes as the clock goes on. */
    async function readEvery(user: ReturnType<typeof showStop>['user'], minutes: number, values: readonly string[]) {
      let now = new Date('2026-06-15T08:00:00Z').getTime();
      vi.useFakeTimers({ toFake: ['Date'], now });
      await user.click(press('Read Oil after the start'));
      for (const [place, value] of values.entries()) {
        if (place > 0) await user.click(press('Read the next'));
        vi.setSystemTime(now);
        await type(user, value);
        now += minutes * 60_000;
      }
    }

    it('a temperature that levels off is taken with its course', async () => {
      const { user, written } = look([rise]);
      await readEvery(user, 10, ['40', '52', '58', '59']);
      expect(screen.getByText(/^level: 0.1 K a minute/)).toBeDefined();
      await user.click(press('It is level: take it so'));
      await user.click(press('Done: in order'));
      expect(written[0]!.body).toMatchObject({
        result: 'in-order',
        readings: [
          { value: 40, afterMin: 0 },
          { value: 52, afterMin: 10 },
          { value: 58, afterMin: 20 },
          { value: 59, afterMin: 30 },
        ],
      });
    });

    it('one that climbs asks to stop, and is a finding', async () => {
      const { user, written } = look([rise]);
      await readEvery(user, 5, ['60', '68', '78']);
      expect(screen.getByText(/above 70 °C and faster than 1 K\/min/)).toBeDefined();
      await user.click(press('Leave it at that: not in order'));
      expect(screen.queryByRole('button', { name: 'Done: in order' })).toBeNull();
      await user.click(press('Not in order: write it'));
      expect(written).toMatchObject([
        { kind: 'finding', body: { what: 'still-climbing', urgency: 'act-now' } },
        { kind: 'check', body: { result: 'off' } },
      ]);
    });

    it('goes on while the round does: what was read is kept, and not over', async () => {
      const keeps: unknown[] = [];
      const { user } = look([rise], {}, { onKeep: (kept: unknown) => keeps.push(kept) });
      await readEvery(user, 5, ['40', '48']);
      await user.click(press('Go on with the round, read it again later'));
      expect(press('Read Oil after the start')).toBeDefined();
      expect(screen.queryByRole('button', { name: 'Done: in order' })).toBeNull();
      expect(keeps.at(-1)).toMatchObject({
        taken: { 'Oil after the start': { goesOn: true, series: [{ value: 40 }, { value: 48 }] } },
      });
    });

    it('a bottle that empties far faster than usual is a finding though it is not empty', async () => {
      const bottle = {
        quantity: 'level',
        name: 'Oil in the bottle',
        unit: '%',
        validIn: null,
        band: { warnLow: 25 },
        gauge: 'bottle',
        usualPerDay: 2,
        last: { value: 100, at: ago(240) },
      };
      const { user, written } = look([bottle], { pointKind: 'bottle-oiler' });
      await user.click(press('Read Oil in the bottle'));
      await user.click(press('50 % half'));
      await user.click(press('Not in order: write it'));
      expect(written[0]!.body).toMatchObject({
        what: 'use-high',
        urgency: 'plan',
        text: 'Oil in the bottle 50 %, 5 a day since the last look, usually 2 a day.',
      });
    });

    it('a dipstick is drawn with its marks, and a tap on what it looks like is the reading', async () => {
      const stick = {
        quantity: 'level',
        name: 'Level on the dipstick',
        unit: '%',
        validIn: null,
        band: { stopLow: 10, warnLow: 20 },
        gauge: 'dipstick',
      };
      const { user, written } = look([stick]);
      await user.click(press('Read Level on the dipstick'));
      expect(screen.getByText('Tap the dipstick that it looks like, or type it')).toBeDefined();
      await user.click(press('0 % dry'));
      await user.click(press('Not in order: write it'));
      expect(written[0]!.body).toMatchObject({ what: 'no-oil', urgency: 'act-now' });
    });
  });
});
