import { describe, expect, it } from 'vitest';
import { bodySchema } from '../entry/kinds';
import { pointKindNames } from '../register/point-kinds';
import { type Look, lookAnswer, looks } from '../words/looks';
import { grades } from '../words/sign-row';
import { signs } from '../words/signs';
import { findingOfLook } from './look';

const all = Object.values(looks as Readonly<Record<string, Look>>);

describe('what is looked at', () => {
  it('is as it should be by its first answer alone, and every other is a sign with that grade', () => {
    for (const { words, answers } of all) {
      const [first, ...others] = Object.values(answers);
      expect(first!.sign, words).toBeUndefined();
      expect(others.length).toBeGreaterThan(0);
      for (const { sign } of others) {
        expect(Object.keys(signs)).toContain(sign!.what);
        if (sign!.grade) expect(grades).toContain(sign!.grade);
      }
    }
  });

  it('has words of its own for each look and each of its answers', () => {
    expect(new Set(all.map(({ words }) => words)).size).toBe(all.length);
    for (const { words, answers } of all) {
      for (const answer of Object.values(answers)) expect(lookAnswer(words, answer.words)?.answer).toBe(answer);
      expect(new Set(Object.values(answers).map((each) => each.words)).size).toBe(Object.keys(answers).length);
    }
    expect(lookAnswer('Oil in the glass', 'purple')).toBeUndefined();
  });

  it.each([
    ['ring', 'still', 'ring-oiler', 'no-flow', 'act-now'],
    ['oil', 'milky-clears', 'gear-case', 'milky', 'watch'],
    ['oil', 'milky-stays', 'gear-case', 'milky', 'plan'],
    ['oil', 'milky-stays', 'hydraulic-set', 'milky', 'act-now'],
    ['oil', 'none', 'gear-case', 'no-oil', 'act-now'],
    ['leak', 'jet', 'hydraulic-set', 'jet', 'act-now'],
    ['magnet', 'chips', 'gear-case', 'magnet', 'act-now'],
    ['lubricator', 'still', 'single-point-lubricator', 'lubricator-still', 'plan'],
    ['guards', 'guard', 'chain', 'guard-missing', 'act-now'],
  ] as const)('%s: %s at a %s is %s, %s', (name, answer, kind, what, urgency) => {
    const look: Look = looks[name];
    const seen = { what: look.words, seen: look.answers[answer]!.words };
    expect(findingOfLook(seen, { kind, consequence: 2 })).toMatchObject({ what, urgency });
  });

  it('may always be written as the finding that it is', () => {
    const schema = bodySchema('finding', 2)!;
    for (const { words, answers } of all)
      for (const answer of Object.values(answers))
        for (const kind of pointKindNames)
          for (const consequence of [1, 4]) {
            const found = findingOfLook({ what: words, seen: answer.words }, { kind, consequence });
            if (answer.sign) expect(schema.safeParse(found).error, `${words} ${answer.words}`).toBeUndefined();
            else expect(found).toBeUndefined();
          }
  });
});
