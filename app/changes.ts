import 'server-only';
import { revalidatePath } from 'next/cache';
import type { Desk } from '@/desk/desk';
import { type ActionResult, act } from './server';

/**
 * Runs a change for a server action and lets every page of the book be made anew. The Round is none of them: it was made
 * when the application was built, its scripts are known by their hashes, and it reads what changes by itself.
 */
export async function change<Value>(work: (desk: Desk) => Promise<ActionResult<Value>>): Promise<ActionResult<Value>> {
  const result = await act(work);
  if (result.ok) revalidatePath('/(book)', 'layout');
  return result;
}
