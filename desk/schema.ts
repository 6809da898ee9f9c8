import { misfitWords, schemaFit } from '@/db/migrate';
import { connect } from './desk';

/** Why code and schema of a database do not go together, in words; undefined where they do. */
export async function schemaMisfit(databaseUrl: string): Promise<string | undefined> {
  const db = connect(databaseUrl, 1);
  try {
    return misfitWords(await schemaFit(db.sequelize));
  } finally {
    await db.close();
  }
}
