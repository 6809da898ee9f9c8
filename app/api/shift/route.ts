import { readShift } from '@/desk/read/shift';
import { deskOf, handling } from '../handling';
import { problem } from '../problem';

/** What the device of whoever asks takes along for the shift. */
export const GET = handling('write', async (asked) => {
  const desk = deskOf(asked);
  if (!desk) return problem('forbidden', 'Machines walk no rounds.');
  return Response.json(await readShift(desk), { headers: { 'cache-control': 'no-store' } });
});
