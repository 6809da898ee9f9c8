// `npm run rebuild`: throws the projection of DATABASE_URL away and makes it anew from plan and log.
// `npm run rebuild -- --check` compares it with what a rebuild would make, says what differs, and changes nothing.
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { compareWithLog, rebuild } from '@/desk/standing/rebuild';

const db = connect(readConfig().databaseUrl, 4);
const start = performance.now();
const took = () => `${((performance.now() - start) / 1000).toFixed(1)} s`;
try {
  if (process.argv.includes('--check')) {
    const { entries, tasks, meters, differences } = await compareWithLog(db);
    for (const { table, key, machineId, stands, should } of differences.slice(0, 50))
      console.log(
        `${table} ${key} of machine ${machineId}:\n  stands ${JSON.stringify(stands)}\n  should ${JSON.stringify(should)}`,
      );
    console.log(
      `${differences.length} of ${tasks} tasks and ${meters} meters differ from what ${entries} entries say (${took()})`,
    );
    if (differences.length > 0) process.exitCode = 1;
  } else {
    const { entries, tasks, meters } = await rebuild(db, (words) => console.log(words));
    console.log(`${tasks} tasks and ${meters} meters from ${entries} entries in ${took()}`);
  }
} finally {
  await db.close();
}
