// `npm run rebuild`: throws the projection of DATABASE_URL away and makes it anew from plan and log.
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { rebuild } from '@/desk/plan/projection';

const db = connect(readConfig().databaseUrl, 4);
const start = performance.now();
try {
  const { entries, tasks, meters } = await rebuild(db, (words) => console.log(words));
  console.log(
    `${tasks} tasks and ${meters} meters from ${entries} entries in ${((performance.now() - start) / 1000).toFixed(1)} s`,
  );
} finally {
  await db.close();
}
