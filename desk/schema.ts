import { misfitWords, schemaFit } from '@/db/migrate';
import { connect } from './desk';

/** Asks a database now and then whether it answers. Whoever asks often is told what was found within the last two seconds. */
export function watchDatabase(databaseUrl: string): () => Promise<boolean> {
  const freshMs = 2000;
  const db = connect(databaseUrl, 1);
  let last: { at: number; answers: Promise<boolean> } | undefined;
  return () => {
    if (!last || Date.now() - last.at > freshMs)
      last = {
        at: Date.now(),
        answers: db.select('SELECT 1').then(
          () => true,
          () => false,
        ),
      };
    return last.answers;
  };
}

/** Why code and schema of a database do not go together, in words; undefined where they do. */
export async function schemaMisfit(databaseUrl: string): Promise<string | undefined> {
  const db = connect(databaseUrl, 1);
  try {
    return misfitWords(await schemaFit(db.sequelize));
  } finally {
    await db.close();
  }
}
