import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { renderOnPage } from '@/components/testing';
import type { WalkOpenThing } from '@/core/walk/document';
import { SignOff } from './sign-off';
import { showStop, someGun, someMeter, someStop } from './testing';
import type { Answer } from './use-round';

const press = (name: string | RegExp) => screen.getByRole('button', { name });
const type = async (user: { click: (key: Element) => Promise<void> }, figures: string) => {
  for (const figure of figures) await user.click(press(figure));
};

describe('a stop', () => {
  it('done as planned is one press, and names what went in', async () => {
    const { user, written } = showStop();
    expect(screen.getByText('17 strokes')).toBeDefined();
    await user.click(press('Done as planned'));
    expect(written).toEqual([
      { kind: 'grease', body: { lubricantId: 'L', massG: 20.4, strokes: 17, gunId: 'GUN' }, taskIds: ['t'] },
    ]);
  });

  it('is not offered as done before what comes first is, and says why', async () => {
    const { user, written } = showStop({}, { heldBack: 'Held back: it came empty.' });
    expect(screen.getByText('Held back: it came empty.')).toBeDefined();
    expect(screen.queryByRole('button', { name: /^Done/ })).toBeNull();
    await user.click(press('Skip'));
    expect(written).toEqual([]);
  });

  it('without its lubricant is not written as a look', () => {
    showStop({ lubricant: null });
    expect(screen.getByText(/No lubricant is assigned at this point/)).toBeDefined();
    expect(screen.queryByRole('button', { name: /^Done|In order/ })).toBeNull();
  });

  it('with a seal that takes less than one stroke asks for grams', async () => {
    const { user, written } = showStop({ amount: 0.8, strokeRounding: 'down' });
    expect(screen.getByText(/more than the seal takes: weigh it/)).toBeDefined();
    await user.click(press('Done as planned'));
    expect(written[0]!.body).toEqual({ lubricantId: 'L', massG: 0.8 });
  });

  it('takes one stroke more or less, never below none', async () => {
    const { user, written } = showStop({ amount: 1.2 });
    await user.click(press('One stroke less'));
    await user.click(press('One stroke less'));
    expect(press('Done with 0 strokes')).toBeDefined();
    await user.click(press('One stroke more'));
    await user.click(press('One stroke more'));
    await user.click(press('Done with 2 strokes'));
    expect(written[0]!.body).toMatchObject({ strokes: 2, massG: 2.4 });
  });

  it('takes a number from its own keypad; strokes are whole', async () => {
    const { user, written } = showStop();
    await user.click(press(/^Given: 17 strokes/));
    const pad = await screen.findByRole('dialog', { name: 'P1·01' });
    expect(within(pad).getByRole<HTMLButtonElement>('button', { name: 'Take this number' }).disabled).toBe(true);
    await type(user, '12.6.');
    expect(within(pad).getByRole('status').textContent).toBe('12.6');
    await user.click(press('Take this number'));
    await user.click(press('Done with 13 strokes'));
    expect(written[0]!.body).toMatchObject({ strokes: 13 });
  });

  it('warns before the step: state, energies to prove dead, cautions, the air gun', () => {
    const { container } = showStop({
      machineState: 'isolated',
      energySources: [{ source: 'Hydraulic pressure', proofOfZero: 'gauge at zero, lever moved' }],
      cautions: 'Hot oil scalds.',
      doNots: 'Do not mix.',
      forbidsAirGun: true,
    });
    const text = container.textContent!;
    for (const words of [
      'isolated, locked and tagged',
      'gauge at zero, lever moved',
      'This page informs; it does not permit',
      'Hot oil scalds.',
      'Do not mix.',
      'use an air-powered gun',
    ])
      expect(text.indexOf(words), words).toBeLessThan(text.indexOf('Regrease'));
  });

  it('says nothing of locks where the machine runs', () => {
    const { container } = showStop({
      machineState: 'running-loaded',
      energySources: [{ source: 'Electric', proofOfZero: 'tested dead' }],
    });
    expect(container.textContent).not.toContain('tested dead');
    expect(container.textContent).not.toContain('Your own lock');
  });

  it('counts in the gun that is in the hand, and offers none that is forbidden or holds another grease', async () => {
    const guns = [
      someGun(),
      someGun({ id: 'BIG', code: 'GUN-2', name: 'Big gun', gramsPerStroke: 2 }),
      someGun({ id: 'AIR', code: 'GUN-3', airPowered: true }),
      someGun({ id: 'OTHER', code: 'GUN-4', lubricantId: 'M' }),
    ];
    const { user } = showStop({ forbidsAirGun: true }, { guns });
    await user.click(press('Other gun'));
    const choice = await screen.findByRole('dialog', { name: 'Which gun is in your hand?' });
    expect(within(choice).getAllByRole('button', { name: /GUN-/ })).toHaveLength(2);
    await user.click(within(choice).getByRole('button', { name: /GUN-2/ }));
    expect(screen.getByText('10 strokes')).toBeDefined();
  });

  it('is weighed where no gun carries its grease', () => {
    showStop({}, { guns: [] });
    expect(screen.getByText('No gun carries this grease: weigh it.', { exact: false })).toBeDefined();
  });

  it('of an oil change asks what came out', async () => {
    const { user, written } = showStop({ action: 'oil-change', amountKind: 'litres', amount: 3 });
    await user.click(press('Drained: not measured'));
    await type(user, '2.7');
    await user.click(press('Take this number'));
    expect(press('Drained: 2.7 L')).toBeDefined();
    await user.click(press('Done as planned'));
    expect(written).toMatchObject([{ kind: 'oil-change', body: { volumeL: 3, drainedL: 2.7 } }]);
  });

  it('is skipped with a reason, in two presses', async () => {
    const { user, written } = showStop();
    await user.click(press('Skip'));
    await user.click(press('no time'));
    expect(written).toEqual([{ kind: 'skip', body: { reason: 'no-time' }, taskIds: ['t'] }]);
  });

  it('stays open when something is off, which is written by itself', async () => {
    const { user, written } = showStop();
    await user.click(press('Something is off'));
    expect(press('Choose what you see').matches(':disabled')).toBe(true);
    await user.click(press('leak'));
    await user.click(press('act now'));
    await user.type(screen.getByLabelText('In your words'), 'Drips at the seal.');
    await user.click(press('Write the finding'));
    expect(written).toEqual([
      { kind: 'finding', body: { what: 'leak', urgency: 'act-now', proposed: 'plan', text: 'Drips at the seal.' } },
    ]);
  });

  it('what is seen decides how urgent it is; less needs a reason, and urgent says what to do at once', async () => {
    const { user, written } = showStop({ pointKind: 'gear-case' });
    await user.click(press('Something is off'));
    await user.click(press('no oil visible'));
    expect(press('act now').getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByText(/keep clear and keep others away/)).toBeDefined();
    await user.click(press('watch'));
    expect(press('Say why it is less urgent').matches(':disabled')).toBe(true);
    await user.type(screen.getByLabelText(/By the rules this is “act now”/), 'Glass is painted over.');
    await user.click(press('Write the finding'));
    expect(written[0]!.body).toEqual({
      what: 'no-oil',
      urgency: 'watch',
      proposed: 'act-now',
      lowered: 'Glass is painted over.',
    });
  });

  it('how much of it there is, and where, decides too; what it may come from and what is next is said', async () => {
    const { user, written } = showStop({ pointKind: 'gear-case' });
    await user.click(press('Something is off'));
    await user.click(press('leak'));
    expect(screen.getByText('It may come from: seal; pipe or hose; plug.')).toBeDefined();
    expect(press('plan').getAttribute('aria-pressed')).toBe('true');
    await user.click(press('more than ten drops a minute'));
    expect(press('act now').getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByText(/^Next: catch it; read the level every shift/)).toBeDefined();
    await user.click(press('more than ten drops a minute'));
    expect(press('plan').getAttribute('aria-pressed')).toBe('true');
    await user.click(press('one to ten drops a minute'));
    await user.click(press('Write the finding'));
    expect(written[0]!.body).toEqual({ what: 'leak', grade: 'drip-10', urgency: 'plan', proposed: 'plan' });
  });

  it('offers what such a point can have, and the rest when none of it is seen', async () => {
    const { user, written } = showStop({ pointKind: 'rolling-bearing' });
    await user.click(press('Something is off'));
    expect(press('grease thrown at the seal')).toBeDefined();
    expect(screen.queryByRole('button', { name: 'level has risen' })).toBeNull();
    await user.click(press('None of these'));
    await user.click(press('level has risen'));
    await user.click(press('Write the finding'));
    expect(written[0]!.body).toMatchObject({ what: 'level-up', urgency: 'plan' });
  });

  it('shows what is open there, and says that it is still so with one tap', async () => {
    const open = {
      entryId: 'F',
      said: 'oil dark',
      text: 'since spring',
      urgency: 'plan' as const,
      foundOn: '2026-11-03',
      elsewhere: null,
      again: { what: 'dark', urgency: 'plan' },
    };
    const stops = { ...open, entryId: 'G', said: 'leak spraying', urgency: 'act-now' as const, elsewhere: 'P1·07' };
    const { user, written } = showStop({ open: [open, stops] });
    expect(screen.getByText(/oil dark: since spring \(found 3 Nov 2026\)/)).toBeDefined();
    expect(screen.getByText('Open at P1·07, act now:')).toBeDefined();
    // What stops the machine elsewhere stops it here.
    expect(screen.getByText(/Not started again before/)).toBeDefined();
    await user.click(press('Still so: oil dark'));
    expect(await screen.findByText('Written: still so, oil dark.')).toBeDefined();
    expect(written).toEqual([{ kind: 'finding', body: { what: 'dark', urgency: 'plan' } }]);
  });

  it('takes what happened to the machine with two taps', async () => {
    const { user, written } = showStop();
    await user.click(press('Something happened to the machine'));
    await user.click(press('flood or wash-down'));
    expect(written).toEqual([{ kind: 'note', body: { event: 'flood', text: 'flood or wash-down' } }]);
  });

  it('another sign may be chosen, which forgets what was said of the first', async () => {
    const { user, written } = showStop({ pointKind: 'gear-case' });
    await user.click(press('Something is off'));
    await user.click(press('oil dark or smells burnt'));
    await user.click(press('no smell'));
    expect(press('watch').getAttribute('aria-pressed')).toBe('true');
    await user.click(press('Choose another'));
    expect(press('Choose what you see').matches(':disabled')).toBe(true);
    await user.click(press('oil foams'));
    await user.click(press('Write the finding'));
    expect(written[0]!.body).toEqual({ what: 'foamy', urgency: 'plan', proposed: 'plan' });
  });

  it.each([
    ['milky oil of a hydraulic set', { pointKind: 'hydraulic-set' }, 'oil milky', 'act now'],
    ['milky oil of a gear case', { pointKind: 'gear-case' }, 'oil milky', 'plan'],
    ['warmth at a point of the highest consequence', { consequence: 4 }, 'hotter than usual', 'plan'],
  ])('%s is proposed as it should be', async (_, change, seen, urgency) => {
    const { user } = showStop(change);
    await user.click(press('Something is off'));
    await user.click(press(seen));
    expect(press(urgency).getAttribute('aria-pressed')).toBe('true');
  });

  it('of a look is in order or not; not in order is a finding and no service', async () => {
    const { user, written } = showStop({
      pointKind: 'gear-case',
      action: 'check',
      amountKind: 'to-mark',
      amount: null,
    });
    expect(press('Done: in order')).toBeDefined();
    await user.click(press('Not in order'));
    await user.click(press('level low, glass still shows'));
    await user.click(press('Write the finding'));
    expect(written).toEqual([
      { kind: 'finding', body: { what: 'level-low', urgency: 'watch', proposed: 'watch' } },
      { kind: 'check', body: { result: 'off' }, taskIds: ['t'] },
    ]);
  });

  it('of a part says whether it was turned or replaced', async () => {
    const { user, written } = showStop({ action: 'turn', lubricant: null, amountKind: 'film', amount: null });
    expect(screen.queryByText(/added/i)).toBeNull();
    await user.click(press('Done: replaced'));
    expect(written).toEqual([{ kind: 'check', body: { result: 'in-order', part: 'replaced' }, taskIds: ['t'] }]);
  });

  it.each(['check', 'retighten'] as const)('for which nothing goes in names no can to fetch: %s', (action) => {
    showStop({ action, amountKind: 'to-mark', amount: null });
    expect(screen.queryByText('G-22')).toBeNull();
  });

  it('of a purge asks what really went in and how it ended, and says the maximum', async () => {
    const { user, written } = showStop({ amountKind: 'purge', amount: 60 });
    expect(screen.getByText('purge, at most 50 strokes')).toBeDefined();
    expect(screen.getByText(/Nothing at the relief by then means blocked/)).toBeDefined();
    await user.click(press('How much went in?'));
    await type(user, '32');
    await user.click(press('Take this number'));
    await user.click(press('Done with 32 strokes'));
    await user.click(press('clean grease showed'));
    expect(written).toEqual([
      {
        kind: 'grease',
        body: { lubricantId: 'L', massG: 38.4, strokes: 32, gunId: 'GUN', purge: 'shown' },
        taskIds: ['t'],
      },
    ]);
  });

  it('of a purge that showed nothing writes the finding, and no service', async () => {
    const { user, written } = showStop({ amountKind: 'purge', amount: 60 });
    await user.click(press('How much went in?'));
    await type(user, '50');
    await user.click(press('Take this number'));
    await user.click(press('Done with 50 strokes'));
    await user.click(press('nothing showed at the relief'));
    expect(written.map(({ kind, body }) => [kind, body.what ?? body.purge])).toEqual([
      ['finding', 'relief-blocked'],
      ['grease', 'not-shown'],
    ]);
  });

  it('in strokes is written with the grams of the gun, and without grams where nobody knows the gun', async () => {
    const first = showStop({ amountKind: 'strokes', amount: 2 });
    await first.user.click(press('Done as planned'));
    expect(first.written[0]!.body).toEqual({ lubricantId: 'L', massG: 2.4, strokes: 2, gunId: 'GUN' });
    first.unmount();
    const second = showStop({ amountKind: 'strokes', amount: 2 }, { guns: [] });
    await second.user.click(press('Done as planned'));
    expect(second.written[0]!.body).toEqual({ lubricantId: 'L', strokes: 2 });
  });

  it('at which something asks to stop does not offer to go on first', async () => {
    const { user, written } = showStop({ actNow: 'F' });
    const buttons = screen.getAllByRole('button').map(({ textContent }) => textContent);
    expect(buttons.indexOf('Leave it: not safe')).toBeLessThan(buttons.indexOf('Done as planned'));
    expect(screen.getByText(/Not started again before/)).toBeDefined();
    await user.click(press('Leave it: not safe'));
    expect(written).toEqual([{ kind: 'skip', body: { reason: 'unsafe' }, taskIds: ['t'] }]);
  });

  it.each([
    ['more than three doses', {}, '60', 'more than 3 doses'],
    [
      'more than the sump holds',
      { action: 'oil-change', amountKind: 'litres', amount: 3 },
      '3.5',
      'more than it holds',
    ],
  ] as const)('asks once more about %s, and writes it when it is said again', async (_, change, figures, words) => {
    const { user, written } = showStop(change);
    await user.click(press(/^Given:/));
    await type(user, figures);
    await user.click(press('Take this number'));
    await user.click(press(/^Done with/));
    expect(written).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain(words);
    await user.click(press('It is right: write it'));
    expect(written).toHaveLength(1);
  });

  it('doubts a change of oil of which much less came out than went in', async () => {
    const { user, written } = showStop({ action: 'oil-change', amountKind: 'litres', amount: 3 });
    await user.click(press('Drained: not measured'));
    await type(user, '1.8');
    await user.click(press('Take this number'));
    await user.click(press('Done as planned'));
    expect(written).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('oil was lost unseen');
    await user.click(press('It is right: write it'));
    expect(written).toMatchObject([{ body: { volumeL: 3, drainedL: 1.8 } }]);
  });

  it('that has only just come takes no second tap', async () => {
    const { user, written } = showStop({}, { shut: true });
    await user.click(press('Done as planned'));
    await user.click(press('Skip'));
    expect(written).toEqual([]);
  });

  it('answered is not answered twice, and leads on', async () => {
    const { user, written } = showStop({}, { answer: { entryId: 'E', kind: 'skip' } });
    expect(screen.getByText('Skipped.')).toBeDefined();
    expect(press('Skip').matches(':disabled')).toBe(true);
    expect(screen.queryByRole('button', { name: /^Done/ })).toBeNull();
    await user.click(press('Next open stop'));
    expect(written).toEqual([{ kind: 'next', body: {} }]);
  });
});

describe('a meter on the way', () => {
  it('is read; what cannot be is asked back, and kept when pressed again', async () => {
    const { user, written } = showStop({}, { meters: [someMeter(), someMeter({ id: 'READ', readInRound: true })] });
    await user.click(press(/^Read hour meter/));
    await type(user, '90');
    await user.click(press('Write reading'));
    expect(written).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('A meter does not run backwards');
    await user.click(press('It is right: write it'));
    expect(written).toMatchObject([
      { kind: 'reading', body: { meterId: 'METER', value: 90, confirmed: 'Read twice on the round.' } },
    ]);
  });

  it('that fits is written at once', async () => {
    const { user, written } = showStop({}, { meters: [someMeter()] });
    await user.click(press(/^Read hour meter/));
    await type(user, '112.5');
    await user.click(press('Delete last digit'));
    await type(user, '4');
    await user.click(press('Write reading'));
    expect(written).toEqual([{ kind: 'reading', body: { meterId: 'METER', value: 112.4, typed: { value: '112.4' } } }]);
  });
});

describe('the end of a walk', () => {
  const document = {
    stops: ['a', 'b', 'c'].map((taskId) => someStop({ taskId, title: `Task ${taskId}` })),
    person: { id: 'P', initials: 'HB', name: 'Hanna' },
    people: [{ id: 'Q', initials: 'JK', name: 'Jana' }],
    openThings: [] as WalkOpenThing[],
    signedAt: null as string | null,
  } as Parameters<typeof SignOff>[0]['document'];
  const answers = new Map<string, Answer>([
    ['a', { entryId: '1', kind: 'grease' }],
    ['b', { entryId: '2', kind: 'skip' }],
  ]);
  const sign = (change: Partial<Parameters<typeof SignOff>[0]> = {}) => {
    const signed: object[] = [];
    const gone: number[] = [];
    const wrote: object[] = [];
    const shown = renderOnPage(
      <SignOff
        hasUnwritten={(taskId) => taskId === 'c'}
        document={document}
        answers={answers}
        waiting={2}
        onGo={(place) => gone.push(place)}
        onWrite={(draft, machineId) => wrote.push({ ...draft, machineId })}
        onSign={async (body) => void signed.push(body)}
        {...change}
      />,
    );
    return { ...shown, signed, gone, wrote };
  };

  it('counts done, skipped and left, leads to what is left, and says what waits', async () => {
    const { user, gone } = sign();
    expect(screen.getByText('1 stop done, 1 skipped, 1 left.')).toBeDefined();
    expect(screen.getByText('read there, not written yet')).toBeDefined();
    expect(screen.getByRole('status').textContent).toContain('2 entries on this device');
    await user.click(press(/Task c/));
    expect(gone).toEqual([2]);
  });

  it('is signed with a remark, after what must be back in place', async () => {
    const { user, signed, container } = sign();
    expect(container.textContent).toContain('plugs, caps, covers and guards back');
    await user.click(press('Sign as HB Hanna'));
    expect(signed).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('say why');
    await user.type(screen.getByLabelText('Why stops are left open'), 'Stop c tomorrow.');
    await user.click(press('Sign as HB Hanna'));
    expect(signed).toEqual([{ scope: 'round', done: 1, skipped: 1, off: 0, left: 1, text: 'Stop c tomorrow.' }]);
  });

  it('signed is signed', () => {
    sign({ document: { ...document, signedAt: '2026-06-15T09:00:00Z' } });
    expect(screen.getByRole('heading', { name: 'The round is signed' })).toBeDefined();
    expect(screen.queryByRole('button', { name: /^Sign/ })).toBeNull();
    expect(screen.queryByText('Still open')).toBeNull();
  });

  it('what is packed in by hand is not counted in strokes of a gun', () => {
    showStop({ filledByHand: true, pointKind: 'grease-cup', amount: 50 }, { guns: [someGun()] });
    expect(screen.getByText('50 g')).toBeDefined();
    expect(screen.getByText(/Packed in by hand, without air below it/)).toBeDefined();
    expect(screen.queryByText(/stroke/)).toBeNull();
  });

  it('is not signed while its person holds something open that must not be', async () => {
    const drain = {
      entryId: 'D',
      isLock: false,
      name: 'Drain plug',
      thing: 'drain',
      taskId: 'a',
      machineId: 'm',
      machineCode: 'P1',
      pointId: 'p',
      runs: 'never',
      runsWords: 'never runs meanwhile',
      openedAt: '',
      holder: { id: 'P', initials: 'HB' },
      isWaived: false,
      isOfWalk: true,
    } as const;
    const { user, wrote } = sign({ document: { ...document, openThings: [drain] } });
    expect(screen.getByRole('button', { name: /^Sign as/ })).toHaveProperty('disabled', true);
    await user.click(screen.getByRole('button', { name: 'It is closed' }));
    await user.click(screen.getByRole('button', { name: 'It stays so' }));
    await user.click(screen.getByRole('button', { name: 'Write the waiver' }));
    expect(screen.getByRole('alert').textContent).toContain('A name and a reason');
    await user.click(screen.getByRole('button', { name: 'JK Jana' }));
    expect(wrote).toMatchObject([
      { kind: 'close', body: { openId: 'D', name: 'Drain plug' }, machineId: 'm', taskIds: ['a'] },
      { kind: 'open', body: { does: 'hand-on', openId: 'D', toId: 'Q' } },
    ]);
  });
});
