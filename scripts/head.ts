// `npm run -s head`: prints the newest seal of the log as number:seal. Kept outside (printed, mailed, pushed), it proves later
// that nothing before it was changed: `npm run verify -- number:seal`.
import { readConfig } from '../config';
import { connect } from '@/db/connection';

const db = connect(readConfig().databaseUrl, 1);
try {
  const head = await db.LogHead.findByPk(1);
  console.log(`${Number(head?.seq ?? 0)}:${head?.hash ?? '0'.repeat(64)}`);
} finally {
  await db.close();
}
