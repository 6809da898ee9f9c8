// What must be on the machine before anything of ours can run: Debian packages and the npm tree.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PlainError, run } from './steps.mjs';

/**
 * Program → where Debian puts it and which package brings it. The `-core` packages hold the same server and
 * client as `mariadb-server`, without the system service that we neither want started nor want to touch.
 */
const PROGRAMS = {
  mariadbd: {
    paths: ['/usr/sbin/mariadbd', '/usr/bin/mariadbd', '/usr/local/bin/mariadbd'],
    packageName: 'mariadb-server-core',
  },
  'mariadb-install-db': {
    paths: ['/usr/bin/mariadb-install-db', '/usr/local/bin/mariadb-install-db'],
    packageName: 'mariadb-server-core',
  },
  mariadb: { paths: ['/usr/bin/mariadb', '/usr/local/bin/mariadb'], packageName: 'mariadb-client-core' },
  'mariadb-dump': { paths: ['/usr/bin/mariadb-dump', '/usr/local/bin/mariadb-dump'], packageName: 'mariadb-client' },
  'mariadb-binlog': {
    paths: ['/usr/bin/mariadb-binlog', '/usr/local/bin/mariadb-binlog'],
    packageName: 'mariadb-client',
  },
  'mariadb-backup': { paths: ['/usr/bin/mariadb-backup'], packageName: 'mariadb-backup' },
  haproxy: { paths: ['/usr/sbin/haproxy'], packageName: 'haproxy' },
  galera: { paths: ['/usr/lib/galera/libgalera_smm.so'], packageName: 'galera-4' },
  gcc: { paths: ['/usr/bin/gcc'], packageName: 'gcc' },
  'libc-headers': { paths: ['/usr/include/stdio.h'], packageName: 'libc6-dev' },
  chromium: { paths: ['/usr/bin/chromium'], packageName: 'chromium' },
};

/** Full path of one of PROGRAMS, or undefined when it is not installed. */
export const findProgram = (name) => PROGRAMS[name].paths.find((path) => existsSync(path));

/**
 * Installs the Debian packages that bring the named programs, when any is missing.
 * @param {(keyof typeof PROGRAMS)[]} names
 * @returns {Promise<string>} a remark for the step line
 */
export async function ensurePrograms(names) {
  const missing = [...new Set(names.filter((name) => !findProgram(name)).map((name) => PROGRAMS[name].packageName))];
  if (missing.length === 0) return 'all there';
  const install = ['install', '-y', '--no-install-recommends', ...missing];
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    throw new PlainError(
      `Missing on this machine: ${missing.join(', ')}.\nInstall them with this command, then start again:\n\n  sudo apt-get update && sudo apt-get ${install.join(' ')}\n`,
    );
  }
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  await run('apt-get', ['update', '-qq'], { env });
  await run('apt-get', install, { env });
  const still = names.filter((name) => !findProgram(name));
  if (still.length > 0)
    throw new PlainError(`Installed ${missing.join(', ')}, but still cannot find: ${still.join(', ')}.`);
  return `installed ${missing.join(', ')}`;
}

/**
 * Runs `npm ci` when node_modules is missing or was made from another lock file.
 * @param {string} root
 */
export async function ensureNodeModules(root) {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.tagebuch-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return 'up to date';
  await run('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root });
  mkdirSync(join(root, 'node_modules'), { recursive: true });
  writeFileSync(stamp, lock);
  return 'npm ci';
}
