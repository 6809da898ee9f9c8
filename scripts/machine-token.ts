// `npm run token -- --name "Gateway" --scopes readings,plan --days 365`: lets a machine in and prints its token, this once.
import { parseArgs } from 'node:util';
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { recordingFor } from '@/desk/log/recording';
import { addClient } from '@/desk/people/machine-clients';

const { values } = parseArgs({
  options: {
    name: { type: 'string', default: '' },
    scopes: { type: 'string', default: 'plan,readings,observations' },
    days: { type: 'string', default: '365' },
  },
});
const db = connect(readConfig().databaseUrl, 1);
const now = new Date();
const made = await addClient(
  { db: recordingFor(db, now, undefined), now, actor: null },
  { name: values.name, scopes: values.scopes.split(','), days: values.days },
);
if (made.ok) console.log(made.value.token);
else {
  console.error(Object.values(made.fields ?? { '': made.reason }).join('\n'));
  process.exitCode = 1;
}
await db.close();
