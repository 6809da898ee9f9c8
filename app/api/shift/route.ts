import { readShift } from '@/desk/read/shift';
import { answeringActor } from '../actor';

/** What the device of whoever asks takes along for the shift. */
export const GET = () =>
  answeringActor(async (desk) => Response.json(await readShift(desk), { headers: { 'cache-control': 'no-store' } }));
