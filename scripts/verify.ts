// `npm run verify`: walks the whole log of DATABASE_URL and checks every seal, with bounded memory.
// `npm run verify -- 1234:5f2c…` also compares with a head that was written down earlier: entry 1234 must bear that seal.
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { verifyChanges } from '@/desk/log/verify-changes';
import { verifySignatures } from '@/desk/log/verify-signatures';
import { verifyLog } from '@/desk/log/verify';

const noted = process.argv.slice(2).map((each) => /^(\d{1,15}):([0-9a-f]{64})$/.exec(each));
if (noted.some((each) => each === null)) {
  console.error('A head is written as number:seal, for example 1234:5f2c… with all 64 signs of the seal.');
  process.exit(2);
}
const db = connect(readConfig().databaseUrl, 2);
try {
  let said = 0;
  const { entries, firstBroken, head } = await verifyLog(db, (checked) => {
    if (checked - said < 50_000) return;
    said = checked;
    console.log(`${checked} entries checked`);
  });
  if (firstBroken === null)
    console.log(`${entries} entries, every seal whole.\nHead to write down: ${head.seq}:${head.hash}`);
  else {
    console.log(`${entries} entries whole; the first break is at entry ${firstBroken}.`);
    process.exitCode = 1;
  }
  const { checked, erased, wrong } = await verifyChanges(db);
  console.log(
    wrong.length === 0
      ? `${checked} changes of the plan are as they were sealed${erased > 0 ? `, ${erased} are erased` : ''}.`
      : `Changes of the plan that are not as they were sealed: ${wrong.slice(0, 20).join('; ')}.`,
  );
  if (wrong.length > 0) process.exitCode = 1;
  const signatures = await verifySignatures(db);
  console.log(
    signatures.wrong.length === 0
      ? `${signatures.checked} signatures of devices are under what they signed.`
      : `Signatures that are not under what stands there: entries ${signatures.wrong.slice(0, 20).join(', ')}.`,
  );
  if (signatures.wrong.length > 0) process.exitCode = 1;
  for (const each of noted) {
    const [, seq, hash] = each!;
    const entry = await db.Entry.findOne({ where: { seq: Number(seq) }, attributes: ['hash'] });
    const same = entry?.hash === hash;
    console.log(
      `Entry ${seq}: ${same ? 'bears the seal that was written down' : 'does not bear the seal that was written down'}.`,
    );
    if (!same) process.exitCode = 1;
  }
} finally {
  await db.close();
}
