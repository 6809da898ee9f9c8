import { describe, expect, it } from 'vitest';
import { answeredBy } from './included';

const of = (includes: Record<string, string[]>) => Object.fromEntries(answeredBy(new Map(Object.entries(includes))));

describe('what answers a task', () => {
  it('is every task that does it as well', () => {
    expect(of({ yearly: ['monthly'], change: ['monthly', 'level'] })).toEqual({
      monthly: ['yearly', 'change'],
      level: ['change'],
    });
    expect(of({})).toEqual({});
  });

  it('goes through others: the yearly does the monthly, the monthly the weekly', () => {
    expect(of({ yearly: ['monthly'], monthly: ['weekly'] })).toEqual({
      monthly: ['yearly'],
      weekly: ['yearly', 'monthly'],
    });
  });

  it('goes round a ring once, and is never the task itself', () => {
    expect(of({ a: ['b'], b: ['a'] })).toEqual({ b: ['a'], a: ['b'] });
    expect(of({ a: ['a'] })).toEqual({});
  });
});
