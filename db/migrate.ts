import { randomUUID } from 'node:crypto';
import { type QueryInterface, QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations';
import { projectionVersion } from './models/projection';
import { keepRecording, stopRecording } from './recording';

/** The migrator of a database; `up()`, `down({ to: 0 })` and `pending()` as Umzug gives them. */
export function migrator(sequelize: Sequelize) {
  return new Umzug<QueryInterface>({
    migrations: migrations.map(({ name, up, down }) => ({
      name,
      up: ({ context }) => up(context),
      down: ({ context }) => down(context),
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
}

/**
 * How a database's schema and this code fit: steps that the database lacks, steps that this code does not know, and whether
 * what is derived from the log was derived by other rules than this code's.
 */
export type SchemaFit = { missing: string[]; unknown: string[]; outdated: boolean };

export async function schemaFit(sequelize: Sequelize): Promise<SchemaFit> {
  const tables = await sequelize.query<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'SequelizeMeta'",
    { type: QueryTypes.SELECT },
  );
  const done =
    tables.length === 0
      ? []
      : await sequelize.query<{ name: string }>('SELECT name FROM SequelizeMeta', { type: QueryTypes.SELECT });
  const names = new Set(done.map(({ name }) => name));
  const known = new Set(migrations.map(({ name }) => name));
  const missing = [...known].filter((name) => !names.has(name));
  const unknown = [...names].filter((name) => !known.has(name));
  return { missing, unknown, outdated: missing.length === 0 && (await isOutdated(sequelize)) };
}

/** Whether what a plant's log came to was derived by other rules than those of this code; false where there is no plant yet. */
export async function isOutdated(sequelize: Sequelize): Promise<boolean> {
  const [derived] = await sequelize.query<{ version: number | null }>(
    'SELECT (SELECT version FROM projection_version) AS version FROM plant LIMIT 1',
    { type: QueryTypes.SELECT },
  );
  return derived !== undefined && derived.version !== projectionVersion;
}

/** Why code and schema do not go together, in words for whoever starts the book; undefined where they do. */
export function misfitWords({ missing, unknown, outdated }: SchemaFit): string | undefined {
  if (unknown.length > 0)
    return `This database was made by a newer version of the book: it has ${unknown.length} steps that this version does not know (${unknown[0]}). Start that version, or bring back a copy of the database from before it.`;
  if (missing.length > 0)
    return `This database is older than this version of the book: it lacks ${missing.length} steps (${missing[0]}). Bring it up to date first: npm run migrate`;
  return outdated
    ? 'Where meters and tasks stand was derived by an older version of the book. Have it derived anew first: npm run migrate'
    : undefined;
}

/** A schema that this code cannot bring up to date; the message is for whoever starts the book. */
export class SchemaMisfit extends Error {}

/** Whoever has not been heard of for this long has died, and its lock is void (s). */
const lockExpiresS = 20;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Brings a database up to date, one starter at a time: the lock is a row, which holds over a cluster of databases and when
 * connections break, and which expires when its holder dies.
 * @returns names of the steps run
 * @throws SchemaMisfit where the database is newer than this code
 */
export async function migrate(sequelize: Sequelize, say: (words: string) => void = () => {}): Promise<string[]> {
  const holder = randomUUID();
  const run = (sql: string) => sequelize.query(sql, { replacements: { holder }, type: QueryTypes.RAW });
  await run(
    'CREATE TABLE IF NOT EXISTS schema_lock (id TINYINT PRIMARY KEY, holder CHAR(36) NULL, seenAt DATETIME(3) NOT NULL) ENGINE=InnoDB',
  );
  await run('INSERT IGNORE INTO schema_lock (id, holder, seenAt) VALUES (1, NULL, NOW(3))');
  const holds = async () => {
    await run(
      `UPDATE schema_lock SET holder = :holder, seenAt = NOW(3) WHERE id = 1 AND (holder IS NULL OR holder = :holder OR seenAt < NOW(3) - INTERVAL ${lockExpiresS} SECOND)`,
    );
    const [row] = await sequelize.query<{ holder: string }>('SELECT holder FROM schema_lock', {
      type: QueryTypes.SELECT,
    });
    return row?.holder === holder;
  };
  for (let waited = 0; !(await holds()); waited += 1) {
    if (waited === 0) say('another start is bringing the database up to date; waiting for it');
    await pause(500);
  }
  const heartbeat = setInterval(() => void holds().catch(() => undefined), (lockExpiresS * 1000) / 4);
  try {
    const fit = await schemaFit(sequelize);
    if (fit.unknown.length > 0) throw new SchemaMisfit(misfitWords(fit)!);
    if (fit.missing.length > 0) await stopRecording(sequelize);
    const ran = (await migrator(sequelize).up()).map(({ name }) => name);
    await keepRecording(sequelize);
    return ran;
  } finally {
    clearInterval(heartbeat);
    await run('UPDATE schema_lock SET holder = NULL WHERE id = 1 AND holder = :holder');
  }
}
