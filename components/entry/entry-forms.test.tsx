import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { bookAnswers, renderOnPage } from '../testing';
import { CommissionForm } from './commission-form';
import { EntryForm } from './entry-form';
import { NewDialForm } from './new-dial-form';
import { OverrideForm } from './override-form';
import { PostponeForm } from './postpone-form';
import { FoldedReadingForm, ReadingForm } from './reading-form';

const zone = 'Europe/Vienna';
const field = (label: string | RegExp) => screen.getByLabelText<HTMLInputElement>(label);
const button = (name: string | RegExp) => screen.getByRole('button', { name });

describe('a meter reading', () => {
  const yesterday = new Date(Date.now() - 86_400_000).toISOString();
  const meter = {
    id: 'METER',
    machineId: 'MACHINE',
    name: 'Hour meter',
    unit: 'hours',
    lastValue: 1000,
    lastAt: yesterday,
    maxPerDay: 24,
    resolution: 0.1,
    rolloverAt: null,
  };
  const show = (change: object = {}) =>
    renderOnPage(<ReadingForm meter={{ ...meter, ...change }} personId="PERSON" timeZone={zone} />);

  it('goes into the book as typed, and the page is asked anew', async () => {
    const sent = bookAnswers();
    const { user, visits } = show();
    expect(screen.getByText('Last: 1 000')).toBeDefined();
    await user.type(field(/^Hour meter shows/), '1 012,5');
    await user.click(button('Write reading'));
    expect(await screen.findByText('Reading written.')).toBeDefined();
    expect(sent).toMatchObject([
      { kind: 'reading', machineId: 'MACHINE', body: { meterId: 'METER', value: 1012.5, typed: { value: '1 012,5' } } },
    ]);
    expect(visits.refreshed).toBe(1);
    expect(field(/^Hour meter shows/).value).toBe('');
  });

  it('of one of many meters is typed behind its button', async () => {
    const { user } = renderOnPage(<FoldedReadingForm meter={meter} personId="PERSON" timeZone={zone} />);
    expect(screen.queryByLabelText(/^Hour meter shows/)).toBeNull();
    await user.click(button('Read Hour meter'));
    expect(field(/^Hour meter shows/).value).toBe('');
  });

  it.each([
    ['900', 'A meter does not run backwards'],
    ['9000', 'Is there a digit too many?'],
  ])('of %s is asked back, and kept with a reason', async (typed, words) => {
    const sent = bookAnswers();
    const { user } = show();
    await user.type(field(/^Hour meter shows/), typed);
    await user.click(button('Write reading'));
    expect(await screen.findByText(words, { exact: false })).toBeDefined();
    expect(sent).toHaveLength(0);
    await user.type(field('Why it is right all the same'), 'Read twice.');
    await user.click(button('Write reading'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ value: Number(typed), confirmed: 'Read twice.' });
  });

  it('knows a dial that rolls over', async () => {
    const sent = bookAnswers();
    const { user } = show({ lastValue: 9995, rolloverAt: 10_000 });
    await user.type(field(/^Hour meter shows/), '12000');
    await user.click(button('Write reading'));
    expect(await screen.findByText('This dial rolls over at 10 000', { exact: false })).toBeDefined();
    await user.clear(field(/^Hour meter shows/));
    await user.type(field(/^Hour meter shows/), '7');
    await user.click(button('Write reading'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).not.toHaveProperty('confirmed');
  });

  it.each([
    ['about ten', 'is not a number'],
    ['-5', 'A meter shows no negative value.'],
  ])('of "%s" is refused in words', async (typed, words) => {
    const sent = bookAnswers();
    const { user } = show({ lastValue: null, lastAt: null });
    await user.type(field(/^Hour meter shows/), typed);
    await user.click(button('Write reading'));
    expect(await screen.findByText(words, { exact: false })).toBeDefined();
    expect(field(/^Hour meter shows/).value).toBe(typed);
    expect(sent).toHaveLength(0);
  });

  it('stays on the device without a connection, and says so', async () => {
    bookAnswers(() => null);
    const { user } = show();
    await user.type(field(/^Hour meter shows/), '1010');
    await user.click(button('Write reading'));
    expect(await screen.findByText('Kept on this device', { exact: false })).toBeDefined();
    // Left for the next test it would be sent there.
    bookAnswers();
    await user.type(field(/^Hour meter shows/), '1011');
    await user.click(button('Write reading'));
    expect(await screen.findByText('Reading written.')).toBeDefined();
  });
});

describe('a replaced meter', () => {
  const show = () =>
    renderOnPage(
      <NewDialForm meter={{ id: 'METER', machineId: 'MACHINE', unit: 'hours' }} personId="P" timeZone={zone} />,
    );

  it('tells both dials', async () => {
    const sent = bookAnswers();
    const { user } = show();
    await user.type(field(/^Old dial showed last/), '8 412');
    await user.type(field('Why it was replaced'), 'Glass broken.');
    await user.click(button('Write new dial'));
    expect(await screen.findByText('New dial written.')).toBeDefined();
    expect(sent[0]).toMatchObject({
      kind: 'meter-change',
      body: { meterId: 'METER', oldValue: 8412, newValue: 0, note: 'Glass broken.' },
    });
  });

  it('names every field that is wrong at once', async () => {
    const sent = bookAnswers();
    const { user } = show();
    await user.type(field(/^Old dial showed last/), 'many');
    await user.clear(field(/^New dial begins at/));
    await user.clear(field(/^When/));
    await user.click(button('Write new dial'));
    expect(await screen.findByText('Some fields need another look.')).toBeDefined();
    for (const label of [/^Old dial/, /^New dial begins/, /^When/])
      expect(field(label).getAttribute('aria-invalid')).toBe('true');
    expect(sent).toHaveLength(0);
  });
});

describe('an override', () => {
  const show = (change: object = {}) =>
    renderOnPage(
      <OverrideForm
        personId="P"
        machineId="M"
        pointId="POINT"
        taskId="TASK"
        field="interval"
        unit="h"
        computed={9649.4}
        overridden={false}
        {...change}
      />,
    );

  it('needs a number and a reason, and keeps what was computed beside it', async () => {
    const sent = bookAnswers();
    const { user } = show();
    await user.type(field(/^Interval to follow instead/), '2 000');
    await user.click(button('Override'));
    expect(await screen.findByText('Say why, in a few words', { exact: false })).toBeDefined();
    await user.type(field(/^Why/), 'Dust from the press pit.');
    await user.click(button('Override'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      kind: 'override',
      body: {
        taskId: 'TASK',
        field: 'interval',
        unit: 'h',
        computed: 9649.4,
        value: 2000,
        reason: 'Dust from the press pit.',
      },
    });
  });

  it('of nothing, or of less, is refused', async () => {
    const sent = bookAnswers();
    const { user } = show();
    await user.type(field(/^Why/), 'No reason.');
    await user.click(button('Override'));
    expect(await screen.findByText('The number needs another look.')).toBeDefined();
    await user.type(field(/^Interval to follow instead/), '0');
    await user.click(button('Override'));
    expect(await screen.findByText('It must be more than zero.', { exact: false })).toBeDefined();
    expect(sent).toHaveLength(0);
  });

  it('is taken back by leaving the number empty', async () => {
    const sent = bookAnswers();
    const { user } = show({ overridden: true });
    expect(screen.getByText('Leave empty to go back to it.', { exact: false })).toBeDefined();
    await user.type(field(/^Why/), 'Dust is gone.');
    await user.click(button('Change or take back'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ value: null, reason: 'Dust is gone.' });
  });

  it('says why the book refused it', async () => {
    bookAnswers(() => ({ status: 422, body: { detail: 'This task is not in the plan any more.', errors: [] } }));
    const { user } = show();
    await user.type(field(/^Interval to follow instead/), '2000');
    await user.type(field(/^Why/), 'Dust.');
    await user.click(button('Override'));
    expect(await screen.findByText('This task is not in the plan any more.')).toBeDefined();
    expect(field(/^Interval to follow instead/).value).toBe('2000');
  });
});

describe('putting off', () => {
  const show = () =>
    renderOnPage(
      <PostponeForm personId="P" machineId="M" pointId="POINT" taskId="TASK" dueOn="2026-06-24" latest="2026-06-27" />,
    );

  it('needs a day and a reason, and names the day it was due', async () => {
    const sent = bookAnswers();
    const { user } = show();
    expect(screen.getByText('27 Jun 2026 at the latest')).toBeDefined();
    await user.click(button('Put off'));
    expect(await screen.findByText('Putting off needs its reason.')).toBeDefined();
    await user.type(field(/^Why/), 'No stop before.');
    await user.click(button('Put off'));
    expect(await screen.findByText('Put off until 27 Jun 2026.')).toBeDefined();
    expect(sent[0]).toMatchObject({
      kind: 'postpone',
      taskIds: ['TASK'],
      body: { untilOn: '2026-06-27', wasDueOn: '2026-06-24', reason: 'No stop before.' },
    });
  });

  it('beyond the cap is refused beside the day', async () => {
    bookAnswers(() => ({
      status: 422,
      body: {
        detail: 'Too far.',
        errors: [{ pointer: '/body/untilOn', code: 'refused', detail: '2026-06-27 at the latest' }],
      },
    }));
    const { user } = show();
    await user.type(field(/^Why/), 'No stop before.');
    await user.click(button('Put off'));
    expect(await screen.findByText('2026-06-27 at the latest', { exact: false })).toBeDefined();
    expect(field(/^Put off until/).getAttribute('aria-invalid')).toBe('true');
  });
});

describe('commissioning', () => {
  const show = () =>
    renderOnPage(
      <CommissionForm
        personId="P"
        machineId="M"
        pointId="POINT"
        timeZone={zone}
        lubricants={[{ value: 'OIL', label: 'O-220 Gear oil' }]}
        lubricantId="OIL"
        back="/plant/machines/M-1/points/1"
      />,
    );

  it('tells what was filled in and at which hours, and goes back to the point', async () => {
    const sent = bookAnswers();
    const { user, visits } = show();
    await user.type(field('At meter value'), '12,5');
    await user.type(field('Filled'), '0.6 L');
    await user.type(field('What was done'), 'New unit.');
    await user.click(button('Write commissioning'));
    await waitFor(() => expect(visits.pushed).toEqual(['/plant/machines/M-1/points/1']));
    expect(sent[0]).toMatchObject({
      kind: 'commissioning',
      taskIds: [],
      body: { basis: 'commissioned', lubricantId: 'OIL', volumeL: 0.6, hours: 12.5, note: 'New unit.' },
    });
  });

  it('leaves out what nobody said', async () => {
    const sent = bookAnswers();
    const { user } = show();
    await user.selectOptions(field('Filled with'), '');
    await user.click(button('Write commissioning'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({ basis: 'commissioned' });
  });

  it('refuses a number that is none, and keeps the rest', async () => {
    const sent = bookAnswers();
    const { user, visits } = show();
    await user.type(field('Filled'), 'a bucket');
    await user.type(field('What was done'), 'Kept words.');
    await user.click(button('Write commissioning'));
    expect(await screen.findByText('Some fields need another look.')).toBeDefined();
    expect(field('What was done').value).toBe('Kept words.');
    expect(sent).toHaveLength(0);
    expect(visits.pushed).toEqual([]);
  });
});

describe('writing at a point', () => {
  const context = {
    calendar: { timeZone: zone, dayStartsAtMinutes: 360 },
    tasks: [
      {
        value: 'REGREASE',
        label: 'Regrease',
        action: 'grease',
        amountKind: 'grams' as const,
        amount: 12,
        readings: [],
        looks: [],
      },
      {
        value: 'CHECK',
        label: 'Check level',
        action: 'check',
        amountKind: 'to-mark' as const,
        amount: null,
        readings: [
          {
            quantity: 'temperature' as const,
            name: 'Oil temperature',
            unit: '°C',
            validIn: 'running-loaded' as const,
            band: { warnHigh: 70 },
          },
        ],
        looks: ['leak' as const],
      },
    ],
    holds: { holdsL: 3, holdsG: null },
    lubricants: [
      { value: 'G', label: 'G-22 Grease' },
      { value: 'O', label: 'O-220 Gear oil' },
    ],
    guns: [
      { value: 'GUN', label: 'GUN-1', gramsPerStroke: 1.2, lubricantId: 'G' },
      { value: 'OIL-GUN', label: 'GUN-9', gramsPerStroke: 1, lubricantId: 'O' },
    ],
  };
  const show = (
    kind: 'grease' | 'finding' | 'commissioning' | 'note' | 'check' | 'skip',
    point?: { kind: string; consequence: number },
  ) =>
    renderOnPage(
      <EntryForm
        context={{ ...context, point }}
        personId="P"
        machineId="M"
        pointId="POINT"
        timeZone={zone}
        initial={{ kind }}
      />,
    );
  const write = 'Write in the book';

  it('offers only guns that hold the lubricant, and turns strokes into grams', async () => {
    const sent = bookAnswers();
    const { user } = show('grease');
    await user.selectOptions(field(/^Lubricant/), 'G');
    expect([...(field('Gun') as unknown as HTMLSelectElement).options].map(({ text }) => text)).toEqual([
      'none, by weight',
      'GUN-1',
    ]);
    await user.selectOptions(field('Gun'), 'GUN');
    await user.type(field('Strokes'), '10');
    await user.selectOptions(field('Answers the task'), 'REGREASE');
    await user.click(button(write));
    expect(await screen.findByText('Written in the book.')).toBeDefined();
    expect(sent[0]).toMatchObject({
      kind: 'grease',
      pointId: 'POINT',
      taskIds: ['REGREASE'],
      body: { lubricantId: 'G', massG: 12, strokes: 10, gunId: 'GUN' },
    });
  });

  it('a finding answers no task, even where one is chosen', async () => {
    const sent = bookAnswers();
    const { user } = show('finding');
    await user.selectOptions(field('Answers the task'), 'CHECK');
    await user.selectOptions(field(/^How urgent/), 'act-now');
    await user.type(field('In your words'), 'Drips.');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ kind: 'finding', taskIds: [], body: { what: 'leak', urgency: 'act-now' } });
  });

  it('a finding is as urgent as what is seen makes it there, and less only for a reason of its own', async () => {
    const sent = bookAnswers();
    const { user } = show('finding', { kind: 'drip-oiler', consequence: 2 });
    await user.selectOptions(field(/^What was seen/), 'no-flow');
    expect(field(/^How urgent/).value).toBe('act-now');
    expect(screen.getByText(/^Stop it by the site’s rules/)).toBeDefined();
    await user.selectOptions(field(/^How urgent/), 'watch');
    await user.type(field('In your words'), 'Shut since it was fitted.');
    await user.click(button(write));
    expect(await screen.findByText(/Say why it is less urgent/)).toBeDefined();
    expect(sent).toHaveLength(0);
    await user.type(field(/Why less\?/), 'The bearing has a ring besides.');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      what: 'no-flow',
      urgency: 'watch',
      proposed: 'act-now',
      lowered: 'The bearing has a ring besides.',
      text: 'Shut since it was fitted.',
    });
  });

  it('how much of it there is decides too, and is not asked of what has no such thing', async () => {
    const sent = bookAnswers();
    const { user } = show('finding', { kind: 'gear-case', consequence: 2 });
    await user.selectOptions(field(/^How much, or which/), 'over-10');
    await user.selectOptions(field(/^Where/), 'walkway');
    expect(field(/^How urgent/).value).toBe('act-now');
    expect(screen.getByText(/^Next: catch it/)).toBeDefined();
    await user.selectOptions(field(/^What was seen/), 'sludge');
    expect(screen.queryByLabelText(/^How much, or which/)).toBeNull();
    expect(field(/^How urgent/).value).toBe('plan');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({ what: 'sludge', urgency: 'plan', proposed: 'plan' });
  });

  it('a look asks for what its task reads, and is not in order past a limit', async () => {
    const sent = bookAnswers();
    const { user } = show('check');
    expect(screen.queryByLabelText(/^Oil temperature/)).toBeNull();
    await user.selectOptions(field('Answers the task'), 'CHECK');
    await user.type(field('Oil temperature, °C'), '82');
    await user.selectOptions(field('The machine was'), 'running-loaded');
    await user.click(button(write));
    expect(await screen.findByText(/This is above 70 °C: the look is not in order/)).toBeDefined();
    expect(sent).toHaveLength(0);
    await user.selectOptions(field(/^Result/), 'off');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      taskIds: ['CHECK'],
      body: { result: 'off', readings: [{ quantity: 'Oil temperature', value: 82, state: 'running-loaded' }] },
    });
  });

  it('a leak where a failure costs most is urgent from the first', () => {
    show('finding', { kind: 'gear-case', consequence: 4 });
    expect(field(/^How urgent/).value).toBe('act-now');
  });

  it('a commissioning of the whole unit names no task; counting from a day names them all', async () => {
    const sent = bookAnswers();
    const { user } = show('commissioning');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ taskIds: [], body: { basis: 'commissioned' } });
    await user.selectOptions(field(/^Counting begins/), 'done-on');
    await user.click(button(write));
    expect(await screen.findByText('Choose the day on which it was last done.', { exact: false })).toBeDefined();
    await user.type(field(/^Last done on/), '2026-05-01');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]).toMatchObject({ taskIds: ['REGREASE', 'CHECK'], body: { basis: 'done-on', on: '2026-05-01' } });
  });

  it('asks for what its kind needs and keeps what another had', async () => {
    const sent = bookAnswers();
    const { user } = show('note');
    await user.click(button(write));
    expect(await screen.findByText('Write something first.', { exact: false })).toBeDefined();
    await user.type(field(/^Note/), 'Cleaned around it.');
    await user.selectOptions(field(/^What is written/), 'check');
    expect(field(/^Note/).value).toBe('Cleaned around it.');
    await user.selectOptions(field(/^Result/), 'off');
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ kind: 'check', body: { result: 'off', note: 'Cleaned around it.' } });
  });

  it('asks once more for what is hard to believe, and writes it when it is said again', async () => {
    const sent = bookAnswers();
    const { user } = show('grease');
    await user.selectOptions(field(/^Lubricant/), 'G');
    await user.type(field(/^Grease/), '120');
    await user.selectOptions(field('Answers the task'), 'REGREASE');
    await user.click(button(write));
    expect(await screen.findByText('120 g are more than 3 doses.', { exact: false })).toBeDefined();
    expect([sent.length, field(/^Grease/).value]).toEqual([0, '120']);
    await user.click(button(write));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ kind: 'grease', body: { massG: 120 } });
  });

  it('refuses what lies in the future, and says so at the time', async () => {
    const sent = bookAnswers();
    const { user } = show('skip');
    await user.clear(field(/^When/));
    await user.type(field(/^When/), '1 Jan 2190');
    await user.clear(field(/^Time: When/));
    await user.type(field(/^Time: When/), '8');
    await user.click(button(write));
    expect(await screen.findByText('This lies in the future.', { exact: false })).toBeDefined();
    expect(sent).toHaveLength(0);
  });
});
