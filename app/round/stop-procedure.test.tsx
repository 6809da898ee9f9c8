import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import {
  answered,
  caution,
  close,
  look,
  mustBe,
  open,
  procedure,
  putIn,
  read,
  takeOut,
  wait,
} from '@/core/procedure/build';
import { countIn, countOut, eachOutlet, isolate, runBetween, stockThere } from '@/core/procedure/frame';
import type { WalkOpenThing } from '@/core/walk/document';
import { showStop } from './testing';
import type { StopKept } from './taken';

const press = (name: string | RegExp) => screen.getByRole('button', { name });

const change = procedure({
  code: 'change',
  title: 'Oil change',
  takes: ['pan'],
  steps: [
    mustBe('stock', 'Is there oil?'),
    isolate(),
    caution('open-drain', 'Hot oil scalds.'),
    open('drain', 'Drain plug', 'never', 'Take the plug out.'),
    wait('drain', 20, 'Let it drain.', 'dirt clings', { minutes: 60, when: 'thick oil' }),
    takeOut('drained', 'Litres that came out.'),
    look('oil', 'oil', 'Look at it.'),
    read('warm', 'temperature', '°C', 'How warm is it?'),
    close('drain', 'Plug in.'),
    putIn('fill', 'Fill it.'),
    runBetween('first', 'Run.', 5, 'it fills'),
  ],
});
const person = { id: 'P', initials: 'TO', name: 'Tomasz' };
const thing = (more: Partial<WalkOpenThing> = {}): WalkOpenThing => ({
  entryId: 'D',
  isLock: false,
  name: 'Drain plug',
  thing: 'drain',
  taskId: 't',
  machineId: 'm',
  machineCode: 'P1',
  pointId: 'p',
  runs: 'never',
  runsWords: 'never runs meanwhile',
  openedAt: '',
  holder: person,
  isWaived: false,
  isOfWalk: true,
  ...more,
});
const showChange = ({
  openThings = [],
  kept,
  leftAfter = null,
}: { openThings?: WalkOpenThing[]; kept?: StopKept; leftAfter?: string | null } = {}) => {
  const keeps: StopKept[] = [];
  const shown = showStop(
    {
      action: 'oil-change',
      amountKind: 'litres',
      amount: 8,
      pointKind: 'gear-case',
      leftAfter,
      energySources: [{ source: 'mains', proofOfZero: 'tested' }],
    },
    {
      around: { procedure: change, openThings, person, people: [{ id: 'Q', initials: 'JK', name: 'Jana' }] },
      onKeep: (each) => keeps.push(each),
      ...(kept && { kept }),
    },
  );
  return { ...shown, keeps };
};
const at = (step: string): StopKept => ({
  taken: {},
  seen: {},
  progress: { at: step, leftOut: [], again: {}, waits: {} },
});

describe('a stop with a procedure', () => {
  it('is done without it as before, in two taps', async () => {
    const { user, written } = showChange();
    await user.click(press('Done as planned'));
    await waitFor(() => expect(written).toMatchObject([{ kind: 'oil-change', body: { volumeL: 8 } }]));
  });

  it('goes step by step: a lock with its proofs, what is opened, the cautions before', async () => {
    const { user, written, keeps } = showChange();
    await user.click(press('Step by step'));
    expect(screen.getByText(/^Step 1 of/)).toBeDefined();
    await user.click(press('Yes'));
    expect(screen.getByText(/It may start by itself/)).toBeDefined();
    await user.click(press('Prove it, write my lock'));
    await user.click(press('My lock is on'));
    expect(screen.getByRole('alert').textContent).toContain('Each energy proved gone');
    for (const words of [/mains: tested/, /Tried to start/, /Controls back/])
      await user.click(screen.getByRole('checkbox', { name: words }));
    await user.type(screen.getByLabelText('Number on your lock or tag'), '12');
    await user.click(press('My lock is on'));
    expect(written.at(-1)).toMatchObject({
      kind: 'isolation',
      body: { does: 'lock', lockNo: '12', proved: [{ source: 'mains', proof: 'tested' }], tryStarted: true },
    });
    await user.click(press('Locked, written on the site’s own sheet'));
    expect(screen.getByText('Hot oil scalds.')).toBeDefined();
    expect(screen.getByText('While it is open: never runs meanwhile.')).toBeDefined();
    await user.click(press('It is open'));
    expect(written.at(-1)).toMatchObject({
      kind: 'open',
      body: {
        does: 'open',
        name: 'Drain plug',
        runs: 'never',
        thing: 'drain',
        at: { procedure: 'change 1', step: 'open-drain' },
      },
      taskIds: ['t'],
    });
    expect(keeps.at(-1)!.progress!.at).toBe('drain');
  });

  it('waits by the clock, and is left for other stops meanwhile', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    try {
      const { user, keeps } = showChange({ kept: at('drain'), openThings: [thing()] });
      await user.click(press(/^Go on: step/));
      await user.click(press('Wait 20 min'));
      expect(screen.getByRole('timer').textContent).toMatch(/^(20:00|19:5\d)$/);
      expect(keeps.at(-1)!.progress!.waits.drain).toBeGreaterThan(Date.now());
      await vi.advanceTimersByTimeAsync(20 * 60_000);
      expect(screen.getByText('The wait is over.')).toBeDefined();
      await user.click(press('Go on'));
      expect(screen.getByText('Litres that came out.')).toBeDefined();
    } finally {
      vi.useRealTimers();
    }
  });

  it('comes back to its step from a number, a look and a reading, and writes them with the job', async () => {
    const { user, written, keeps } = showChange({ kept: at('drained') });
    await user.click(press(/^Go on: step/));
    await user.click(press('How much came out?'));
    for (const key of '8') await user.click(press(key));
    await user.click(press('Take this number'));
    expect(screen.getByText('8 L came out.')).toBeDefined();
    await user.click(press('Go on'));
    await user.click(press('Say what you see'));
    await user.click(press('clear, like new'));
    expect(screen.getByText('Seen: clear, like new.')).toBeDefined();
    await user.click(press('Go on'));
    await user.click(press('Read it'));
    for (const key of '45') await user.click(press(key));
    await user.click(press('Take this reading'));
    expect(screen.getByText('Read: 45 °C.')).toBeDefined();
    await user.click(press('Back'));
    expect(keeps.at(-1)).toMatchObject({ drainedL: 8, seen: { oil: 'clear' }, taken: { Temperature: { value: 45 } } });
    await user.click(press('Done as planned'));
    await waitFor(() =>
      expect(written.slice(-2)).toMatchObject([
        {
          kind: 'check',
          body: {
            result: 'in-order',
            readings: [{ quantity: 'Temperature', value: 45 }],
            looks: [{ seen: 'clear, like new' }],
          },
        },
        { kind: 'oil-change', body: { volumeL: 8, drainedL: 8 } },
      ]),
    );
  });

  it('is not done while something of it is open that must not be; closed it is', async () => {
    const { user, written } = showChange({ openThings: [thing()] });
    expect(screen.queryByRole('button', { name: 'Done as planned' })).toBeNull();
    expect(screen.getByText(/^Still open: Drain plug/)).toBeDefined();
    await user.click(press('It is closed'));
    expect(written).toMatchObject([{ kind: 'close', body: { openId: 'D' }, taskIds: ['t'] }]);
  });

  it('goes on where an earlier visit left it, and does not open twice', async () => {
    const { user, written } = showChange({ openThings: [thing()], leftAfter: 'open-drain' });
    await user.click(press(/^Go on: step 4 of/));
    expect(screen.getByText('Let it drain.')).toBeDefined();
    await user.click(press('One step back'));
    await user.click(press('It is open already: go on'));
    expect(written).toEqual([]);
  });

  it('takes the own lock off before a run, and knows it is on', async () => {
    const lock = thing({ entryId: 'L', isLock: true, name: 'Lock 12', thing: null });
    const { user, written } = showChange({ openThings: [lock], kept: at('first-clear') });
    await user.click(press(/^Go on: step/));
    await user.click(press('All out, lock 12 off'));
    expect(written).toMatchObject([{ kind: 'isolation', body: { does: 'unlock', lockId: 'L' } }]);
  });

  it('does not lead to a run while another job left something open, or somebody else has a lock on', async () => {
    const others = [
      thing({ entryId: 'O', name: 'Other drain', taskId: 'other', thing: 'drain' }),
      thing({ entryId: 'L', isLock: true, name: 'Lock 41', thing: null, holder: { id: 'Q', initials: 'JK' } }),
    ];
    const { user, written } = showChange({ openThings: others, kept: at('first-clear') });
    await user.click(press(/^Go on: step/));
    expect(screen.getByRole('alert').textContent).toContain('Other drain is open; Lock 41 of JK is on');
    expect(screen.queryByRole('button', { name: /^All out/ })).toBeNull();
    await user.click(press('I have seen it closed, and all locks off: go on'));
    expect(screen.getByText('Run.')).toBeDefined();
    expect(screen.getByRole('alert').textContent).toContain('It must not run');
    expect(written).toEqual([]);
  });

  it('takes one’s own lock off with it, where somebody has seen the rest closed', async () => {
    const others = [
      thing({ entryId: 'O', name: 'Other drain', taskId: 'other', thing: 'drain' }),
      thing({ entryId: 'MINE', isLock: true, name: 'Lock 12', thing: null }),
    ];
    const { user, written } = showChange({ openThings: others, kept: at('first-clear') });
    await user.click(press(/^Go on: step/));
    await user.click(press('I have seen it closed, and all locks off: go on'));
    expect(written).toMatchObject([{ kind: 'isolation', body: { does: 'unlock', lockId: 'MINE' } }]);
  });

  it('stops where a question says no, and where isolating is unsafe, with a finding', async () => {
    const { user, written } = showChange();
    await user.click(press('Step by step'));
    await user.click(press('No'));
    expect(screen.getByRole('dialog', { name: 'Something is off' })).toBeDefined();
    await user.click(press('Back'));
    await user.click(press('Step by step'));
    await user.click(press('Yes'));
    await user.click(press('Prove it, write my lock'));
    await user.click(press('Unclear or unsafe: stop here'));
    await waitFor(() =>
      expect(written).toMatchObject([
        { kind: 'finding', body: { what: 'unsafe-isolation', urgency: 'act-now' } },
        { kind: 'skip', body: { reason: 'unsafe' }, taskIds: ['t'] },
      ]),
    );
  });

  it('shows all its steps at a glance', async () => {
    const { user } = showChange();
    await user.click(press('Step by step'));
    await user.click(press('All steps'));
    expect(screen.getAllByRole('listitem').length).toBe(13);
    expect(screen.getByText(/20 min: dirt clings/)).toBeDefined();
  });

  it('offers its steps also where something is to be read first', () => {
    showStop(
      {
        action: 'oil-change',
        amountKind: 'litres',
        amount: 8,
        readings: [
          { quantity: 'temperature', name: 'Oil temperature', unit: '°C', validIn: null, band: {} },
        ] as unknown as NonNullable<Parameters<typeof showStop>[0]>['readings'] & object,
      },
      { around: { procedure: change, openThings: [], person, people: [] } },
    );
    expect(press('Read Oil temperature')).toBeDefined();
    expect(press('Step by step')).toBeDefined();
  });

  it('writes what came out when it is gone on from, once, and not what an earlier visit wrote', async () => {
    const { user, written, unmount } = showChange({ kept: { ...at('drained'), drainedL: 7.5 } });
    await user.click(press(/^Go on: step/));
    await user.click(press('Go on'));
    await waitFor(() => expect(written).toMatchObject([{ kind: 'drain', body: { volumeL: 7.5, what: 'oil' } }]));
    await user.click(press('One step back'));
    await user.click(press('Go on'));
    expect(written).toHaveLength(1);
    unmount();
    const second = showChange({ kept: { ...at('drained'), drainedL: 7.5, drainWritten: true } });
    await second.user.click(press(/^Go on: step/));
    await second.user.click(press('Go on'));
    expect(second.written).toEqual([]);
  });
});

describe('a stop that draws a sample', () => {
  const draw = procedure({
    code: 'draw',
    title: 'Sample',
    writes: 'sample',
    steps: [open('port', 'Port', 'may', 'Open it.')],
  });

  it('asks which bottle and when it was drawn, and is done by that', async () => {
    const { user, written } = showStop(
      { action: 'check', amountKind: 'to-mark', lubricant: null },
      { around: { procedure: draw, openThings: [], person, people: [] } },
    );
    await user.click(press('Drawn: which bottle?'));
    for (const figure of '1207') await user.click(press(figure));
    await user.click(press('Next: when was it drawn?'));
    await user.click(press('running, at temperature'));
    expect(written).toMatchObject([{ kind: 'sample', body: { bottle: '1207', drawn: 'running' }, taskIds: ['t'] }]);
  });
});

describe('a trap that is drained', () => {
  it('is a look where nothing was measured, and says how much where somebody did', async () => {
    const trap = { action: 'drain' as const, amountKind: 'to-mark', lubricant: null };
    const first = showStop(trap);
    await first.user.click(press('Done as planned'));
    expect(first.written).toMatchObject([{ kind: 'check', body: { result: 'in-order' } }]);
    first.unmount();
    const { user, written } = showStop(trap, { kept: { taken: {}, seen: {}, drainedL: 0.2 } });
    await user.click(press('Done as planned'));
    expect(written).toMatchObject([{ kind: 'drain', body: { volumeL: 0.2, what: 'water' }, taskIds: ['t'] }]);
  });
});

describe('what a step asks of the place where it is done', () => {
  const cover = procedure({
    code: 'cover',
    title: 'Open the cover',
    steps: [
      stockThere(),
      isolate(),
      countOut,
      answered('It is off', open('cover', 'Cover', 'never', 'Cover off.')),
      countIn,
      close('cover', 'Cover on.'),
      eachOutlet('Oil at each?'),
    ],
  });
  const inside = (name: string) => thing({ entryId: 'C', thing: 'counted', name });
  const showCover = (step: string, openThings: WalkOpenThing[] = []) => {
    const keeps: StopKept[] = [];
    const shown = showStop(
      { action: 'clean', pointKind: 'gear-case', store: 'In the store: 3 L of O-220.', outlets: ['Left', 'Right'] },
      {
        around: { procedure: cover, openThings, person, people: [] },
        kept: at(step),
        onKeep: (each) => keeps.push(each),
      },
    );
    return { ...shown, keeps };
  };

  it('says what the store holds, before anything is opened', async () => {
    const { user } = showCover('stock');
    await user.click(press(/^Go on: step/));
    expect(screen.getByText('In the store: 3 L of O-220.')).toBeDefined();
  });

  it('counts what goes in, and writes it as an open thing of its own', async () => {
    const { user, written } = showCover('open-counted');
    await user.click(press(/^Go on: step/));
    await user.click(press('Count it'));
    expect(press('Nothing is counted yet')).toHaveProperty('disabled', true);
    for (const name of ['Tools', 'Tools', 'Rags']) await user.click(press(`One more: ${name}`));
    await user.click(press('One less: Tools'));
    await user.click(press('In the machine: tools 1, rags 1'));
    expect(written).toMatchObject([
      { kind: 'open', body: { name: 'In the machine: tools 1, rags 1', thing: 'counted', runs: 'never' } },
    ]);
  });

  it('takes it out again by the same count; what is missing ends the job with a finding', async () => {
    const first = showCover('close-counted', [inside('In the machine: tools 2')]);
    await first.user.click(press(/^Go on: step/));
    expect(screen.getByText('In the machine: tools 2')).toBeDefined();
    await first.user.click(press('All of it is out'));
    expect(first.written).toMatchObject([{ kind: 'close', body: { openId: 'C' } }]);
    first.unmount();
    const second = showCover('close-counted', [inside('In the machine: tools 2')]);
    await second.user.click(press(/^Go on: step/));
    await second.user.click(press('Something is missing'));
    expect(screen.getByRole('heading', { name: /What do you see/ })).toBeDefined();
    expect(second.written).toEqual([]);
    second.unmount();
    const third = showCover('close-counted');
    await third.user.click(press(/^Go on: step/));
    await third.user.click(press('Nothing is left in'));
    expect(third.keeps.at(-1)!.progress!.at).toBe('close-cover');
  });

  it('is tapped in its own words', async () => {
    const { user, written } = showCover('open-cover');
    await user.click(press(/^Go on: step/));
    expect(screen.getByText('While it is so: never runs meanwhile.')).toBeDefined();
    await user.click(press('It is off'));
    expect(written).toMatchObject([{ kind: 'open', body: { name: 'Cover' } }]);
  });

  it('ticks the outlets one by one, and keeps the ticks', async () => {
    const { user, keeps } = showCover('outlets');
    await user.click(press(/^Go on: step/));
    for (const name of ['Left', 'Right', 'Left']) await user.click(press(name));
    expect(keeps.at(-1)!.outletsSeen).toEqual(['Right']);
    expect(press('Right').getAttribute('aria-pressed')).toBe('true');
  });
});
