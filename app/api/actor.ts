import type { Desk } from '@/desk/desk';
import { database, findActor } from '../server';
import { answering, problem } from './problem';

/** Runs a handler for whoever has opened the book on the device that asks; nobody else is answered. */
export const answeringActor = (work: (desk: Desk) => Promise<Response>): Promise<Response> =>
  answering(async () => {
    const db = database();
    const actor = await findActor(db);
    return actor
      ? work({ db, now: new Date(), actor })
      : problem('no-name', 'Pick your name first: open the book on this device.');
  });
