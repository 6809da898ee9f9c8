import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { line } from '../units/typed-field';
import { type OwnSign, type SignRow, actByWords, restartWords, verdicts } from '../words/sign-row';

/** So many causes or steps one rule names at most, each a line of so many characters. */
const most = { lines: 12, length: 120 };

const lines = (label: string) =>
  z
    .string()
    .default('')
    .transform((text) =>
      text
        .split('\n')
        .map((each) => each.trim())
        .filter(Boolean),
    )
    .refine((all) => all.length <= most.lines && all.every((each) => each.length <= most.length), {
      error: `${label}: at most ${most.lines} lines of ${most.length} characters.`,
    });

/** What a plant or a point says in place of a row of the table of signs, as it is typed: one cause or step a line. */
export const ownSignForm = z
  .strictObject({
    verdict: z.enum(keysOf(verdicts), { error: 'What it comes to: choose one.' }),
    actBy: z.union([z.enum(keysOf(actByWords)), z.literal('')]).default(''),
    restart: z.enum(keysOf(restartWords), { error: 'May it run: choose one.' }),
    causes: lines('Likely causes'),
    next: lines('What to do next'),
    source: line('Whose word it is', { required: true, max: 200 }),
  })
  .transform(({ actBy, source, ...says }): Pick<OwnSign, 'says' | 'source'> => ({
    says: { ...says, ...(actBy && { actBy }) },
    source,
  }));

/** A row, or what is said in its place, as the form shows it. */
export const typedOwnSign = (
  { verdict, actBy, restart = 'yes', causes, next }: Pick<SignRow, 'verdict' | 'actBy' | 'restart' | 'causes' | 'next'>,
  source: string,
) => ({ verdict, actBy: actBy ?? ('' as const), restart, causes: causes.join('\n'), next: next.join('\n'), source });
