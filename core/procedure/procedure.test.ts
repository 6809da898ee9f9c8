import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointKindNames } from '../register/point-kinds';
import { machineStateNames } from '../words/machine-states';
import { taskActions, type TaskAction } from '../words/task-words';
import { caution, clear, close, onlyIf, open, procedure, putIn, reach, say, wait } from './build';
import { lintProcedure } from './lint';
import { shippedProcedures } from './shipped';
import versions from './shipped-versions.json';
import { type Step, procedureKey, procedureSchema } from './step';
import { usualProcedure } from './usual';

const shipped = [...shippedProcedures.values()];
const problemsOf = (...steps: Step[]) =>
  lintProcedure(procedure({ code: 'try', title: 'Try', steps })).map(({ step, words }) => `${step}: ${words}`);
const isolated = reach('lock', 'isolated', 'Locked.');
const running = reach('run', 'running-idle', 'Run.');
const drain = open('drain', 'Drain plug', 'never', 'Take it out.');

describe('the procedures that come with the book', () => {
  it.each(shipped.map((each) => [each.code, each] as const))('%s is in order', (_, each) => {
    expect(procedureSchema.safeParse(each).error?.issues ?? []).toEqual([]);
    expect(lintProcedure(each)).toEqual([]);
  });

  it('have a code each, and say a wait with its reason', () => {
    expect(shippedProcedures.size).toBeGreaterThanOrEqual(40);
    for (const { steps } of shipped)
      for (const step of steps) if (step.kind === 'wait') expect(step.why.length, step.id).toBeGreaterThan(10);
  });

  it('go up by a version when one of them changes: rounds under way go by the one before', () => {
    // A line for each version that was ever shipped: one that changes is a new line, never another fingerprint.
    for (const each of shipped)
      expect
        .soft(createHash('sha256').update(JSON.stringify(each)).digest('hex').slice(0, 12), procedureKey(each))
        .toBe((versions as Record<string, string>)[procedureKey(each)]);
  });

  it('put cautions before what hurts: hot oil, stored pressure, a run', () => {
    for (const { code, steps } of shipped)
      steps.forEach((step, place) => {
        const before = steps[place - 1];
        const moves = step.kind === 'reach' && step.state.startsWith('running');
        if (moves && steps[place - 2]?.kind === 'clear') expect(before?.kind, `${code} ${step.id}`).toBe('caution');
      });
    for (const code of ['oil-change-splash-gear', 'oil-change-worm-unit', 'flush', 'overnight-drain'])
      expect(shippedProcedures.get(code)!.steps.find(({ id }) => id === 'mind-open-filler')?.says).toMatch(
        /hot|60 °C/i,
      );
  });

  it('clean round what is opened before it is opened', () => {
    for (const { code, steps } of shipped)
      steps.forEach((step, place) => {
        if (step.id !== 'clean-round') return;
        const next = steps
          .slice(place + 1)
          .find((each) => each.kind !== 'caution' && !(each.kind === 'open' && each.counts));
        expect(next?.kind, code).toBe('open');
      });
  });

  it('keep what an overnight drain leaves open for its second visit', () => {
    const [first, second] = ['overnight-drain', 'overnight-drain-end'].map((code) => shippedProcedures.get(code)!);
    expect(first!.handsOver).toEqual(second!.takesOver.map(({ thing }) => thing));
    expect(first!.followedBy).toBe(second!.code);
  });
});

describe('the rules of a procedure', () => {
  it.each([
    ['opened and left', [isolated, drain], 'stays open and is handed over to nobody'],
    [
      'closed twice',
      [isolated, drain, close('drain', 'In.'), { ...close('drain', 'In.'), id: 'again' }],
      'closes what is not open',
    ],
    ['opened twice', [isolated, drain, { ...drain, id: 'again' }, close('drain', 'In.')], 'is open already'],
    ['opened on a machine that may start', [drain, close('drain', 'In.')], 'nobody has isolated'],
    ['run with it open', [isolated, drain, clear('out'), running, close('drain', 'In.')], 'is open and must not be'],
    ['a run in isolated work', [isolated, drain, close('drain', 'In.'), running], 'isolated work contains a run'],
    [
      'a caution for another step',
      [caution('drain', 'Hot.'), say('tag', 'Read it.')],
      'does not stand right before it',
    ],
    ['a caution at the end', [say('tag', 'Read it.'), caution('tag', 'Hot.')], 'does not stand right before it'],
    [
      'watched for how long',
      [open('bypass', 'By-pass', 'supervised', 'Open it.'), close('bypass', 'Shut.')],
      'how many minutes',
    ],
    ['a wait without a reason', [wait('stand', 5, 'Wait.', ' ')], 'without a reason'],
    ['words for a poster', [say('long', 'x'.repeat(151))], 'does not fit a phone'],
    ['the same name twice', [say('one', 'A.'), say('one', 'B.')], 'two steps have this name'],
    ['a step that nothing chooses', [{ ...say('one', 'A.'), only: 'flush' }], 'no question chooses it'],
    [
      'closed only where it is flushed',
      [isolated, drain, ...onlyIf('flush', 'Flush?', [close('drain', 'In.')])],
      'stays open and is handed over to nobody',
    ],
    [
      'an auxiliary vent with the main machine on',
      [isolated, open('vent', 'Vent', 'auxiliary', 'Open.'), clear('out'), running, close('vent', 'Shut.')],
      'is open and must not be',
    ],
  ] as const)('%s is told', (_, steps, words) => {
    expect(problemsOf(...(steps as readonly Step[])).join('; ')).toContain(words);
  });

  it('have nothing to say of what is in order', () => {
    expect(
      problemsOf(
        isolated,
        drain,
        putIn('fill', 'Fill.'),
        close('drain', 'In.'),
        clear('out'),
        running,
        say('wipe', 'Wipe.'),
      ),
    ).toEqual([]);
  });

  it('never pass a procedure that lost the step which closes something', () => {
    const closing = shipped.flatMap((each) =>
      each.steps.flatMap((step) => (step.kind === 'close' && !step.only ? [{ each, step }] : [])),
    );
    fc.assert(
      fc.property(fc.constantFrom(...closing), ({ each, step }) => {
        const opened = each.steps.find((other) => other.kind === 'open' && other.thing === step.thing);
        const without = { ...each, steps: each.steps.filter((other) => other !== step) };
        // What may stay open while it runs is a matter of wiping up, not of danger.
        if (opened?.kind === 'open' && opened.runs === 'may') return;
        expect(lintProcedure(without)).not.toEqual([]);
      }),
    );
  });
});

describe('how a task is usually done', () => {
  it('is a procedure that there is, at every kind of point and for every action', () => {
    for (const kind of pointKindNames)
      for (const action of Object.keys(taskActions) as TaskAction[])
        for (const machineState of machineStateNames) {
          const code = usualProcedure({ action, kind, machineState });
          if (code) expect(shippedProcedures.has(code), `${kind} ${action}`).toBe(true);
        }
  });

  it('goes by the state and by the school of greasing', () => {
    const grease = { action: 'grease', kind: 'rolling-bearing' } as const;
    expect(usualProcedure({ ...grease, machineState: 'any' })).toBe('regrease-running');
    expect(usualProcedure({ ...grease, machineState: 'isolated' })).toBe('regrease-stopped');
    expect(usualProcedure({ ...grease, machineState: 'any', amountKind: 'purge' })).toBe('purge-with-relief');
    expect(usualProcedure({ action: 'check', kind: 'gear-case', machineState: 'any' })).toBeUndefined();
    const change = { action: 'oil-change', kind: 'worm-unit', machineState: 'isolated' } as const;
    expect(usualProcedure({ ...change, cameEmpty: true })).toBe('first-fill');
    expect(usualProcedure({ ...change, cameEmpty: false })).toBe('oil-change-worm-unit');
  });
});
