import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caution, close, open, procedure, reach, say, wait } from './build';
import { differenceOf, isDifferent } from './difference';
import { type HeldProcedure, procedureTitles, proceduresInForce } from './in-force';
import { shippedProcedures } from './shipped';
import { type Procedure, procedureKey } from './step';
import { emptyStep, openedBy, procedureForm, typedProcedure } from './typed';
import { noProcedure, procedureFor } from './usual';

const shipped = [...shippedProcedures.values()];
const splash = shippedProcedures.get('oil-change-splash-gear')!;
const held = (change: Partial<Procedure>, more: Partial<HeldProcedure> = {}): HeldProcedure => ({
  procedure: { ...splash, code: 'house-splash', version: 1, title: 'Our splash change', ...change },
  basedOn: procedureKey(splash),
  inPlaceOf: splash.code,
  isWithdrawn: false,
  ...more,
});

describe('a procedure as its form has it', () => {
  it.each(shipped.map((each) => [each.code, each] as const))('%s comes back as it was', (_, each) => {
    const read = procedureForm.safeParse(typedProcedure(each));
    expect(read.error?.issues ?? []).toEqual([]);
    const { title, people, takes, takesOver, handsOver, steps } = each;
    expect(read.data).toEqual({ title, people, takes, takesOver, handsOver, steps });
  });

  const typed = (...steps: Procedure['steps']) =>
    typedProcedure(procedure({ code: 'try', title: 'Try', takes: ['pan'], steps }));
  const issues = (form: ReturnType<typeof typed>) =>
    (procedureForm.safeParse(form).error?.issues ?? []).map(({ path, message }) => `${path.join('.')}: ${message}`);

  it('says what is wrong at the field where it is', () => {
    const form = typed(say('one', 'One.'));
    const waits = { ...emptyStep('step-2', 'wait'), says: 'Let it stand.', minutes: 'long', longerMinutes: '20' };
    expect(issues({ ...form, steps: [...form.steps, waits] })).toEqual([
      'steps.1.minutes: Minutes: a time from 1 min to 48 h.',
      'steps.1.why: Why it is waited: is needed here.',
      'steps.1.longerWhen: Say when it is longer.',
    ]);
    const close = { ...emptyStep('step-2', 'close'), says: 'Close it.' };
    expect(issues({ ...form, steps: [...form.steps, close] })).toEqual(['steps.1.thing: Choose what is closed.']);
    expect(issues({ ...form, title: '', people: '0' })).toEqual([
      'title: Title: is needed here.',
      'people: People: must be at least 1.',
    ]);
    expect(issues({ ...form, steps: [] })).toEqual(['steps: A procedure has at least one step.']);
  });

  it('says what is unsafe at the step where it is', () => {
    const drain = open('drain', 'Drain plug', 'never', 'Take it out.');
    expect(issues(typed(reach('lock', 'isolated', 'Locked.'), drain))).toEqual([
      'steps.1.says: Drain plug stays open and is handed over to nobody.',
    ]);
    expect(issues(typed(drain, close('drain', 'Put it in.')))).toEqual([
      'steps.0.says: Drain plug is opened on a machine that nobody has isolated.',
    ]);
  });

  it('names what a new step opens by the step, and has it closed by that name', () => {
    const form = typed(reach('lock', 'isolated', 'Locked.'));
    const opens = { ...emptyStep('step-2', 'say'), kind: 'open' as const, says: 'Cover off.', name: 'Cover' };
    const closes = { ...emptyStep('step-3', 'say'), kind: 'close' as const, says: 'Cover on.', thing: openedBy(opens) };
    const { steps } = procedureForm.parse({ ...form, steps: [...form.steps, opens, closes] });
    expect(steps.slice(1)).toMatchObject([{ kind: 'open', thing: 'step-2', name: 'Cover' }, { thing: 'step-2' }]);
    expect(issues({ ...form, steps: [...form.steps, opens] })).toEqual([
      'steps.1.says: Cover stays open and is handed over to nobody.',
    ]);
  });

  it('lets what is opened stay open where it is handed over', () => {
    const form = typed(reach('lock', 'isolated', 'Locked.'), open('drain', 'Drain plug', 'never', 'Take it out.'));
    const steps = form.steps.map((step) => ({ ...step, staysOpen: step.kind === 'open' }));
    expect(procedureForm.parse({ ...form, steps }).handsOver).toEqual(['drain']);
  });

  it('has a caution stand before whatever step follows it', () => {
    const form = typed(caution('one', 'Hot.'), say('one', 'One.'), say('two', 'Two.'));
    const [mind, one, two] = form.steps as [never, never, never];
    expect(procedureForm.parse({ ...form, steps: [one, mind, two] }).steps[1]).toMatchObject({ for: 'two' });
    expect(issues({ ...form, steps: [one, two, mind] })).toEqual([
      'steps.2.says: A caution stands before the step that it is for: none follows.',
    ]);
  });
});

describe('what is in force', () => {
  const task = { action: 'oil-change', kind: 'gear-case', machineState: 'isolated' } as const;

  it('is what is shipped, as long as a plant has none of its own', () => {
    expect(procedureFor(task, proceduresInForce([]))).toBe(splash);
    expect(procedureFor({ ...task, procedureCode: noProcedure }, proceduresInForce([]))).toBeUndefined();
  });

  it('is the plant’s own in the place of the shipped one, for the usual and for those who name it', () => {
    const inForce = proceduresInForce([held({})]);
    for (const procedureCode of ['', splash.code, 'house-splash'])
      expect(procedureFor({ ...task, procedureCode }, inForce)?.code).toBe('house-splash');
  });

  it('is one beside for those who name it only', () => {
    const inForce = proceduresInForce([held({}, { inPlaceOf: null })]);
    expect(procedureFor(task, inForce)).toBe(splash);
    expect(procedureFor({ ...task, procedureCode: 'house-splash' }, inForce)?.title).toBe('Our splash change');
  });

  it('is what it was written from once it is withdrawn, or what is usual', () => {
    for (const basedOn of [procedureKey(splash), null]) {
      const inForce = proceduresInForce([held({}, { isWithdrawn: true, basedOn })]);
      expect(procedureFor({ ...task, procedureCode: 'house-splash' }, inForce)).toBe(splash);
    }
  });

  it('offers each once, by the title of what is done', () => {
    expect(procedureTitles([held({})])).toMatchObject({ [splash.code]: 'Our splash change' });
    expect(procedureTitles([held({})])).not.toHaveProperty('house-splash');
    expect(procedureTitles([held({}, { inPlaceOf: null })])).toMatchObject({
      [splash.code]: splash.title,
      'house-splash': 'Our splash change',
    });
    expect(procedureTitles([held({}, { isWithdrawn: true, inPlaceOf: null })])).not.toHaveProperty('house-splash');
  });
});

describe('how one procedure differs from another', () => {
  const base = procedure({
    code: 'base',
    title: 'Base',
    steps: [say('one', 'One.'), caution('two', 'Hot.'), say('two', 'Two.'), wait('three', 10, 'Wait.', 'it settles')],
  });
  const how = (steps: Procedure['steps']) =>
    differenceOf(base, { ...base, steps }).steps.map(({ how, step }) => `${how} ${step.id}`);
  const [one, mind, two, three] = base.steps as [never, never, never, never];

  it('is none against itself', () => {
    for (const each of shipped) expect(isDifferent(differenceOf(each, each)), each.code).toBe(false);
  });

  it('names what is new, gone, moved and changed, in the order of its own', () => {
    expect(how([one, say('new', 'New.'), mind, two, three])).toEqual([
      'same one',
      'new new',
      'same mind-two',
      'same two',
      'same three',
    ]);
    expect(how([mind, two, three])).toEqual(['gone one', 'same mind-two', 'same two', 'same three']);
    expect(how([one, three, mind, two]).filter((each) => each.startsWith('moved'))).toEqual(['moved three']);
    expect(
      differenceOf(base, { ...base, steps: [one, mind, two, { ...(three as object), minutes: 20 }] as never }),
    ).toMatchObject({
      steps: [{}, {}, {}, { how: 'changed', was: { minutes: 10 }, step: { minutes: 20 }, isMoved: false }],
    });
  });

  it('does not call a caution changed that only stands before another step', () => {
    expect(how([one, { ...(mind as object), for: 'new' } as never, say('new', 'New.'), two, three])).toContain(
      'same mind-two',
    );
  });

  it('names what differs beside the steps', () => {
    expect(differenceOf(base, { ...base, title: 'Ours', people: 2 }).head).toEqual([
      { what: 'Title', was: 'Base', is: 'Ours' },
      { what: 'People', was: '1', is: '2' },
    ]);
  });

  it('names every step of both, each once', () => {
    const some = fc.subarray([...splash.steps]).chain((steps) => fc.shuffledSubarray(steps));
    fc.assert(
      fc.property(some, some, (before, now) => {
        const ids = differenceOf({ ...splash, steps: before }, { ...splash, steps: now }).steps.map(
          ({ step }) => step.id,
        );
        expect([...ids].sort()).toEqual([...new Set([...before, ...now].map(({ id }) => id))].sort());
      }),
    );
  });
});
