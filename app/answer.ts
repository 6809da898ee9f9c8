import { AsyncLocalStorage } from 'node:async_hooks';

/** What a page wants said about its answer, which the framework has no way to say: `server.ts` puts it on the answer. */
export type Answer = { hindered: boolean; requestId: string };

// Kept on the process: the server and the application are bundled apart and load this file each for itself.
const shared = globalThis as { tagebuchAnswers?: AsyncLocalStorage<Answer> };
export const answers = (shared.tagebuchAnswers ??= new AsyncLocalStorage());

/** Says that the page could not be made just now and may be asked for again, rather than that it is faulty. */
export function sayHindered(): void {
  const answer = answers.getStore();
  if (answer) answer.hindered = true;
}
