import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { again, caution, mustBe, onlyIf, procedure, say, wait } from './build';
import { shippedProcedures } from './shipped';
import type { StepOf } from './step';
import { backward, begun, onward, placeOf, saidNo, shownSteps, waitBegun, waitLeft } from './walk';

const job = procedure({
  code: 'job',
  title: 'Job',
  steps: [
    caution('open', 'Hot.'),
    say('open', 'Open.'),
    onlyIf('flush', 'Flush?', [say('run', 'Run it.')]),
    wait('stand', 5, 'Wait.', 'it has to settle'),
    again('level', 'At the mark?', 'open', 2),
    mustBe('dry', 'Dry?'),
  ],
});
const step = <Kind extends 'confirm' | 'wait'>(id: string) => job.steps.find((each) => each.id === id) as StepOf<Kind>;

describe('a procedure that is walked', () => {
  it('shows each step with the cautions before it, and counts those that are taken', () => {
    const shown = shownSteps(job, []);
    expect(shown.map(({ step: { id } }) => id)).toEqual([
      'open',
      'whether-flush',
      'flush-run',
      'stand',
      'level',
      'dry',
    ]);
    expect(shown[0]!.cautions.map(({ says }) => says)).toEqual(['Hot.']);
    expect(shownSteps(job, ['flush']).map(({ step: { id } }) => id)).not.toContain('flush-run');
  });

  it('goes on, and back without undoing anything', () => {
    const first = begun(job);
    expect(placeOf(job, first)).toBe(0);
    expect(backward(job, first)).toEqual(first);
    const second = onward(job, first);
    expect(second.at).toBe('whether-flush');
    expect(backward(job, second)).toEqual(first);
  });

  it('leaves out what a question leaves out', () => {
    const asked = { ...begun(job), at: 'whether-flush' };
    expect(onward(job, asked).at).toBe('flush-run');
    expect(saidNo(job, asked, step('whether-flush'))).toMatchObject({ goesOn: { at: 'stand', leftOut: ['flush'] } });
  });

  it('is done again as often as it may, then somebody is asked', () => {
    let progress = { ...begun(job), at: 'level' as string | null, waits: { stand: 5 } };
    for (const times of [1, 2]) {
      const after = saidNo(job, progress, step('level'));
      expect(after).toMatchObject({ goesOn: { at: 'open', again: { level: times }, waits: {} } });
      progress = { ...progress, again: { level: times } };
    }
    expect(saidNo(job, progress, step('level'))).toMatchObject({ asks: expect.stringContaining('2 times') as string });
    expect(saidNo(job, progress, step('dry'))).toEqual({ stops: true });
  });

  it('knows its waits by the clock that is given', () => {
    const waiting = waitBegun(begun(job), step('stand'), 5, 1000);
    expect(waitLeft(begun(job), 'stand', 1000)).toBeUndefined();
    expect(waitLeft(waiting, 'stand', 1000)).toBe(300_000);
    expect(waitLeft(waiting, 'stand', 400_000)).toBe(0);
  });

  it('is gone on with where an earlier visit left it', () => {
    expect(begun(job, 'stand').at).toBe('level');
    expect(begun(job, 'dry').at).toBeNull();
    expect(begun(job, 'unheard-of').at).toBe('open');
  });

  it('of any kind ends, whatever is answered', () => {
    fc.assert(
      fc.property(fc.constantFrom(...shippedProcedures.values()), fc.infiniteStream(fc.boolean()), (each, yes) => {
        let progress = begun(each);
        for (let taken = 0; taken < 1000; taken += 1) {
          if (progress.at === null) return;
          const { step: here } = shownSteps(each, progress.leftOut)[placeOf(each, progress)]!;
          if (here.kind === 'confirm' && !yes.next().value) {
            const after = saidNo(each, progress, here);
            if (!('goesOn' in after)) return;
            progress = after.goesOn;
          } else progress = onward(each, progress);
        }
        throw new Error(`${each.code} does not end`);
      }),
    );
  });
});
