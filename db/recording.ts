// Every change of the plan, and of who gets in, is noted by the database itself, by whichever way it was made: nothing in
// the application can forget to. The triggers follow from the columns that there are, and are made anew with every schema.
import { QueryTypes, type Sequelize } from 'sequelize';
import { neverRecorded, recordedThings } from '@/core/changes/recorded';

/** The variable of a connection that says for whom it changes what it changes; without it nobody of the book does. */
export const markVariable = '@tagebuch_change';

const prefix = 'recorded_';
type Column = { name: string; type: string };
type Trigger = { name: string; event: 'INSERT' | 'UPDATE' | 'DELETE'; table: string; body: string };

/** The columns of a recorded table as the triggers see them. */
function triggersOf(table: string, columns: readonly Column[]): Trigger[] {
  const { key, of, except, onlyChanged, leftOut = [], secret = [] } = recordedThings[table]!;
  const recorded = columns.filter(({ name }) => !neverRecorded.includes(name) && !leftOut.includes(name));
  /** What JSON has no numbers for is not to be read as one, and instants are by the clock of Greenwich. */
  const value = (row: 'OLD' | 'NEW', { name, type }: Column) => {
    const held = `${row}.\`${name}\``;
    if (secret.includes(name)) return `SHA2(${held}, 256)`;
    if (type === 'tinyint(1)') return `JSON_COMPACT(IF(${held} IS NULL, 'null', IF(${held}, 'true', 'false')))`;
    return type.startsWith('datetime') ? `DATE_FORMAT(${held}, '%Y-%m-%dT%H:%i:%sZ')` : held;
  };
  const object = (row: 'OLD' | 'NEW') =>
    `JSON_OBJECT(${recorded.map((column) => `'${column.name}', ${value(row, column)}`).join(', ')})`;
  const note = (row: 'OLD' | 'NEW', was: string, became: string) =>
    `${except ? `IF NOT (${row}.\`${except.field}\` <=> ${except.is === null ? 'NULL' : `'${except.is}'`}) THEN ` : ''}INSERT INTO change_seen (mark, thing, thingId, ofId, was, became) VALUES (${markVariable}, '${table}', CONCAT_WS('/', ${key.map((name) => `${row}.\`${name}\``).join(', ')}), ${of ? `${row}.\`${of}\`` : 'NULL'}, ${was}, ${became})${except ? '; END IF' : ''}`;
  const same = recorded.map(({ name }) => `OLD.\`${name}\` <=> NEW.\`${name}\``).join(' AND ');
  const trigger = (event: Trigger['event'], body: string): Trigger => ({
    name: `${prefix}${table}_${event.toLowerCase()}`,
    event,
    table,
    body,
  });
  const changed = trigger('UPDATE', `IF NOT (${same}) THEN ${note('NEW', object('OLD'), object('NEW'))}; END IF`);
  return onlyChanged
    ? [changed]
    : [
        trigger('INSERT', note('NEW', 'NULL', object('NEW'))),
        changed,
        trigger('DELETE', note('OLD', object('OLD'), 'NULL')),
      ];
}

const existing = (sequelize: Sequelize) =>
  sequelize.query<{ name: string; body: string }>(
    `SELECT TRIGGER_NAME AS name, ACTION_STATEMENT AS body FROM information_schema.TRIGGERS WHERE TRIGGER_SCHEMA = DATABASE() AND TRIGGER_NAME LIKE '${prefix}%'`,
    { type: QueryTypes.SELECT },
  );

/** Before the schema is changed: what notes its rows would be in the way of it. */
export async function stopRecording(sequelize: Sequelize): Promise<void> {
  for (const { name } of await existing(sequelize)) await sequelize.query(`DROP TRIGGER IF EXISTS \`${name}\``);
}

/** Makes the triggers as the schema wants them by now; those that are right already stay. */
export async function keepRecording(sequelize: Sequelize): Promise<void> {
  const columns = await sequelize.query<Column & { table: string }>(
    'SELECT TABLE_NAME AS `table`, COLUMN_NAME AS name, COLUMN_TYPE AS type FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE() ORDER BY TABLE_NAME, ORDINAL_POSITION',
    { type: QueryTypes.SELECT },
  );
  const there = new Map((await existing(sequelize)).map(({ name, body }) => [name, body]));
  const wanted = Object.keys(recordedThings).flatMap((table) =>
    triggersOf(
      table,
      columns.filter((column) => column.table === table),
    ),
  );
  for (const { name, event, table, body } of wanted)
    if (there.get(name) !== body)
      await sequelize.query(
        `CREATE OR REPLACE TRIGGER \`${name}\` AFTER ${event} ON \`${table}\` FOR EACH ROW ${body}`,
      );
  for (const name of there.keys())
    if (!wanted.some((trigger) => trigger.name === name)) await sequelize.query(`DROP TRIGGER IF EXISTS \`${name}\``);
}
