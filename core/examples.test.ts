import { describe, expect, it } from 'vitest';

/** What the docstrings of the core give as examples: `@example addDays('2028-02-28', 1) // '2028-02-29'`. */
const texts = import.meta.glob<string>(['./**/*.ts', '!./**/*.test.ts'], {
  query: '?raw',
  import: 'default',
  eager: true,
});
const modules = import.meta.glob<Record<string, unknown>>(['./**/*.ts', '!./**/*.test.ts', '!./testing.ts']);

/** What a line of a docstring comes to, with all that its file exports at hand. */
const valueOf = (text: string, names: Record<string, unknown>): unknown =>
  (new Function(...Object.keys(names), `return (${text})`) as (...values: unknown[]) => unknown)(
    ...Object.values(names),
  );

const examples = Object.entries(texts).flatMap(([file, text]) =>
  [...text.matchAll(/^ \* @example (.+) \/\/ (.+)$/gm)].map(([, asked, answer]) => [file, asked!, answer!] as const),
);

describe('the examples in the docstrings', () => {
  it('stand in most rooms of the core', () => {
    const rooms = new Set(examples.map(([file]) => file.split('/')[1]));
    expect(rooms.size).toBeGreaterThan(14);
    expect(examples.length).toBeGreaterThan(60);
  });

  it.each(examples)('%s: %s is %s', async (file, asked, answer) => {
    const names = await modules[file]!();
    const [value, wanted] = [valueOf(asked, names), valueOf(answer, names)];
    // Of a number as many places as are written.
    if (typeof wanted === 'number' && !Number.isInteger(wanted))
      expect(value).toBeCloseTo(wanted, answer.split('.')[1]!.length);
    else expect(value).toEqual(wanted);
  });
});
