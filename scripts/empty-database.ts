// For `npm run faults`: takes everything out of DATABASE_URL, the schema too.
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { emptied } from './lib/emptied';

const db = connect(readConfig().databaseUrl, 1);
await emptied(db);
await db.close();
