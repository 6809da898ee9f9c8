// `npm run administrator -- --initials AB --name "Anna Berg"`: lets the first administrator in, or one who has locked the
// others out. Makes the person where there is none of these initials, and prints a link by which they choose a password.
//   --plant "Name" --zone Europe/Vienna   makes the plant as well, in a database that holds none
import { parseArgs } from 'node:util';
import { ulid } from 'ulid';
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { personForm } from '@/core/register/forms';
import { recordingFor } from '@/desk/log/recording';
import { linkHours, makeLink } from '@/desk/people/sign-in-links';

const { values } = parseArgs({
  options: {
    initials: { type: 'string' },
    name: { type: 'string' },
    plant: { type: 'string' },
    zone: { type: 'string' },
  },
});
const { databaseUrl, siteUrl, port } = readConfig();
const own = connect(databaseUrl, 2);
/** What a command changes stands in the log like what somebody does in the book: in the name of the book itself. */
const db = recordingFor(own, new Date(), undefined);

/** What was asked for cannot be done: said in words, without a stack. */
class Unfit extends Error {}

async function makePlant(now: Date): Promise<void> {
  if (await db.Plant.findOne()) {
    if (values.plant !== undefined) throw new Unfit('This database holds a plant already: leave out --plant.');
    return;
  }
  const { plant: name, zone: timeZone } = values;
  if (!name || !timeZone)
    throw new Unfit('This database holds no plant yet: say --plant "Its name" --zone Europe/Vienna as well.');
  if (!Intl.supportedValuesOf('timeZone').includes(timeZone))
    throw new Unfit(`${timeZone} is no time zone. They are named like Europe/Vienna.`);
  await db.Plant.create({ id: ulid(now.getTime()), name, timeZone, ambientBands: [] });
}

async function makePerson(now: Date): Promise<string> {
  const initials = values.initials?.trim().toUpperCase();
  if (!initials) throw new Unfit('Say who: --initials AB --name "Anna Berg".');
  const known = await db.Person.findOne({ where: { initials } });
  if (known?.role === 'device') throw new Unfit(`${initials} stands for a device. Choose other initials.`);
  if (known) {
    await known.update({ active: true, leftAt: null, roles: [...new Set([...known.roles, 'administrator' as const])] });
    return known.id;
  }
  const form = personForm.safeParse({
    initials,
    name: values.name ?? '',
    role: 'planner',
    roles: ['planner', 'administrator'],
  });
  if (!form.success) throw new Unfit(form.error.issues.map(({ message }) => message).join('\n'));
  const person = await db.Person.create({ id: ulid(now.getTime()), ...form.data, mayDo: null });
  return person.id;
}

try {
  const now = new Date();
  const link = await db.transaction(async () => {
    await makePlant(now);
    return makeLink(db, now, await makePerson(now), null);
  });
  if (!link.ok) throw new Unfit(link.reason);
  const site = siteUrl?.replace(/\/$/, '') ?? `http://127.0.0.1:${port}`;
  console.log(`${site}/sign-in/link/${link.value.token}`);
  console.log(`It works once, for ${linkHours} hours. Whoever opens it signs in as this person.`);
} catch (error) {
  if (!(error instanceof Unfit)) throw error;
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await own.close();
}
