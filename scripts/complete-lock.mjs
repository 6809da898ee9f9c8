// `npm run lock`, after adding or raising a dependency: writes the platform packages that are not installed here into
// package-lock.json, as they are for other machines (without them `npm ci` calls the lock out of step), and gives every
// entry the hash by which what is downloaded is checked.
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';

const file = 'package-lock.json';
const lock = JSON.parse(readFileSync(file, 'utf8'));
const known = lock.packages;
let added = 0;
for (const [parent, { optionalDependencies = {}, dev }] of Object.entries({ ...known })) {
  for (const [name, version] of Object.entries(optionalDependencies)) {
    if (known[`node_modules/${name}`] || known[`${parent}/node_modules/${name}`] || !/^\d/.test(version)) continue;
    const os = /android|darwin|freebsd|win32|linux/.exec(name)?.[0];
    const cpu = /arm64|x64|ia32|wasm32|arm|riscv64|ppc64|s390x/.exec(name)?.[0];
    known[`node_modules/${name}`] = {
      version,
      ...(cpu && { cpu: [cpu] }),
      ...(dev && { dev }),
      optional: true,
      ...(os && { os: [os] }),
    };
    added += 1;
  }
}
let hashed = 0;
for (const [path, entry] of Object.entries(known)) {
  if (path === '' || entry.integrity || entry.link) continue;
  const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
  const { version, ...rest } = entry;
  const integrity = execFileSync('npm', ['view', `${name}@${version}`, 'dist.integrity'], { encoding: 'utf8' }).trim();
  known[path] = { version, integrity, ...rest };
  hashed += 1;
}
lock.packages = Object.fromEntries(Object.entries(known).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} platform packages added, ${hashed} hashes added.`);
