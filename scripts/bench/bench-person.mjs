// Who works with the large plant, and what names its rows.
import * as mariadb from 'mariadb';

export const id = (kind, number) => `0${kind}${String(number).padStart(24, '0')}`;
export const initials = 'BE';

export async function connectionOf(url, name) {
  const { username, password, port } = new URL(url);
  const at = { host: '127.0.0.1', port: Number(port), user: username, password, database: name };
  return mariadb.createConnection(at);
}
