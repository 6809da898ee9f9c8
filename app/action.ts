import 'server-only';
import { revalidatePath } from 'next/cache';
import { z } from 'zod';
import { type Desk, refusal } from '@/desk/desk';
import { type ActionResult, act } from './server';
import { ulid } from '@/core/fields/fields';

/** What comes along with a form: an identifier of the book, and which version of it the form began from. */
export const identifier = ulid;
export const version = z.int().min(0);
/** What was typed into a form: parsed by the use case, with words for each field. */
export const typed = z.unknown();

type UseCase<Args extends unknown[], Value> = (desk: Desk, ...args: Args) => Promise<ActionResult<Value>>;
type Parsers<Args extends unknown[]> = { [Place in keyof Args]: z.ZodType<Args[Place]> };

const unfitting = refusal(
  'invalid',
  'This does not fit the page that it came from. Nothing was saved; open the page anew beside it.',
);

/** A use case as a server action. Its arguments come from outside, whatever the page they were written for says. */
export function asking<Args extends unknown[], Value>(useCase: UseCase<Args, Value>, ...parsers: Parsers<Args>) {
  const expected = z.tuple(parsers as unknown as [z.ZodType, ...z.ZodType[]]);
  return async (...sent: Args): Promise<ActionResult<Value>> => {
    const args = expected.safeParse(sent);
    return args.success ? act((desk) => useCase(desk, ...(args.data as unknown as Args))) : unfitting;
  };
}

/**
 * The same for a use case that changes something: every page of the book is made anew. The Round is none of them: it was
 * made when the application was built, its scripts are known by their hashes, and it reads what changes by itself.
 */
export function changing<Args extends unknown[], Value>(useCase: UseCase<Args, Value>, ...parsers: Parsers<Args>) {
  const ask = asking(useCase, ...parsers);
  return async (...sent: Args): Promise<ActionResult<Value>> => {
    const result = await ask(...sent);
    if (result.ok) revalidatePath('/(book)', 'layout');
    return result;
  };
}
