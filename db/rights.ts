import { QueryTypes, type Sequelize } from 'sequelize';

/** What the running application may do to each table; all others it reads and writes freely. */
const rightsOf: Record<string, string> = {
  // The log is only ever added to: not even a fault in the application can alter it.
  entry: 'SELECT, INSERT',
  entry_task: 'SELECT, INSERT',
  log_head: 'SELECT, UPDATE',
  // What a round went by stays as it was.
  procedure_version: 'SELECT, INSERT',
  entry_signature: 'SELECT, INSERT',
  // What was noted of a change is taken up by the log; by triggers of the schema's owner it got there.
  change_seen: 'SELECT, DELETE',
  // Values are only ever erased.
  change_made: 'SELECT, INSERT, UPDATE',
  SequelizeMeta: 'SELECT',
  schema_lock: 'SELECT',
};

/**
 * Gives the application's database user what it needs to run, and no more: it cannot change the schema, drop a trigger or
 * alter an entry. To be run by the user that owns the schema, after every migration.
 * @param user as the database names it, in quotes: `'tagebuch'@'127.0.0.1'`
 */
export async function grantRunning(sequelize: Sequelize, user: string): Promise<void> {
  const tables = await sequelize.query<{ name: string; inside: string }>(
    "SELECT table_name AS name, DATABASE() AS inside FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
    { type: QueryTypes.SELECT },
  );
  for (const { name, inside } of tables)
    await sequelize.query(
      `GRANT ${rightsOf[name] ?? 'SELECT, INSERT, UPDATE, DELETE'} ON \`${inside}\`.\`${name}\` TO ${user}`,
      { type: QueryTypes.RAW },
    );
}

/** Whether the user of a connection could alter the log or drop what guards it. */
export async function mayAlterLog(sequelize: Sequelize): Promise<boolean> {
  const grants = await sequelize.query<Record<string, string>>('SHOW GRANTS', { type: QueryTypes.SELECT });
  return grants
    .flatMap((row) => Object.values(row))
    .some((grant) => /ALL PRIVILEGES|TRIGGER|DROP|ALTER/.test(grant.split(' ON ')[0]!));
}
