import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bodySchema } from '../entry/kinds';
import { keysOf } from '../compat/vocabulary';
import { findingWords, foundAgain, isLower, meaningOf, urgencies, urgencyOf } from './findings';
import { grades, wheres } from './sign-row';

describe('a finding', () => {
  it('means at consequence 4 one step more, and may run then less freely', () => {
    const [usual, costly] = [2, 4].map((consequence) => meaningOf('hot', { kind: 'gear-case', consequence }));
    expect([usual!.urgency, usual!.restart]).toEqual(['watch', 'yes']);
    expect([costly!.urgency, costly!.restart]).toEqual(['plan', 'yes']);
    expect(meaningOf('leak', { kind: 'gear-case', consequence: 4 })).toMatchObject({
      urgency: 'act-now',
      restart: 'supervised',
    });
  });

  it('seen again is as urgent as before or as the rules say, and may always be written', () => {
    const schema = bodySchema('finding', 2)!;
    fc.assert(
      fc.property(
        fc.constantFrom(...keysOf(findingWords)),
        fc.constantFrom(...keysOf(urgencies)),
        fc.option(fc.constantFrom(...grades), { nil: undefined }),
        fc.option(fc.constantFrom(...wheres), { nil: undefined }),
        fc.boolean(),
        (what, urgency, grade, where, isLowered) => {
          const before = {
            what,
            urgency,
            grade,
            where,
            text: 'Remark',
            ...(isLowered && { lowered: 'known for years' }),
          };
          const again = foundAgain(before);
          expect(schema.safeParse(again).error).toBeUndefined();
          expect(isLower(again.urgency as typeof urgency, urgency)).toBe(false);
          if (isLowered) expect(again.urgency).toBe(urgency);
          else
            expect(isLower(again.urgency as typeof urgency, urgencyOf(what, undefined, { grade, where }))).toBe(false);
          expect('text' in again).toBe(what === 'other');
        },
      ),
    );
  });
});
