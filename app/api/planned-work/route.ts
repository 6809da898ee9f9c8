import { loadPlannedWork } from '@/desk/ahead/planned';
import { database } from '@/app/server';
import { heavily } from '@/app/heavy';
import { answering } from '../problem';

/** The plan as looking ahead takes it, for trying changes out on this device. */
export async function GET() {
  return answering(async () =>
    Response.json(await heavily(() => loadPlannedWork({ db: database(), now: new Date() }))),
  );
}
