import 'server-only';
import { revalidatePath } from 'next/cache';
import { z } from 'zod';
import { type Desk, refusal } from '@/desk/desk';
import type { Action } from '@/core/people/rights';
import { type ActionResult, type Sender, act, actOpenly } from './server';
import { ulid } from '@/core/fields/fields';

/** What comes along with a form: an identifier of the book, and which version of it the form began from. */
export const identifier = ulid;
export const version = z.int().min(0);
/** What was typed into a form: parsed by the use case, with words for each field. */
export const typed = z.unknown();

type Parsers<Args extends unknown[]> = { [Place in keyof Args]: z.ZodType<Args[Place]> };

const unfitting = refusal(
  'invalid',
  'This does not fit the page that it came from. Nothing was saved; open the page anew beside it.',
);

type Sent<Args extends unknown[], Value> = (...sent: Args) => Promise<ActionResult<Value>>;

/** Arguments come from outside, whatever the page they were written for says. */
function parsed<Args extends unknown[]>(parsers: Parsers<Args>, sent: Args): Args | undefined {
  const args = z.tuple(parsers as unknown as [z.ZodType, ...z.ZodType[]]).safeParse(sent);
  return args.success ? (args.data as unknown as Args) : undefined;
}

/** A use case as a server action of whoever may do it. The action is named where it is made; a test reads it there. */
export function asking<Args extends unknown[], Value>(
  action: Action,
  useCase: (desk: Desk, ...args: Args) => Promise<ActionResult<Value>>,
  ...parsers: Parsers<Args>
): Sent<Args, Value> {
  return (...sent) =>
    act(action, async (desk) => {
      const args = parsed(parsers, sent);
      return args ? useCase(desk, ...args) : unfitting;
    });
}

/**
 * The same for a use case that changes something: every page of the book is made anew. The Round is none of them: it was
 * made when the application was built, its scripts are known by their hashes, and it reads what changes by itself.
 */
export function changing<Args extends unknown[], Value>(
  action: Action,
  useCase: (desk: Desk, ...args: Args) => Promise<ActionResult<Value>>,
  ...parsers: Parsers<Args>
): Sent<Args, Value> {
  const ask = asking(action, useCase, ...parsers);
  return async (...sent) => {
    const result = await ask(...sent);
    if (result.ok) revalidatePath('/(book)', 'layout');
    return result;
  };
}

/** What anybody may send, signed in or not: there is little of it. */
export function openly<Args extends unknown[], Value>(
  useCase: (sender: Sender, ...args: Args) => Promise<ActionResult<Value>>,
  ...parsers: Parsers<Args>
): Sent<Args, Value> {
  return (...sent) =>
    actOpenly(async (sender) => {
      const args = parsed(parsers, sent);
      return args ? useCase(sender, ...args) : unfitting;
    });
}
