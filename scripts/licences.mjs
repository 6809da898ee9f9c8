// `npm run licences`: every installed package with its version and licence, by licence; those that state none at the end.
import { existsSync, readFileSync } from 'node:fs';

const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const byLicence = new Map();
for (const [path, { version, dev, optional }] of Object.entries(packages)) {
  if (path === '') continue;
  const manifest = `${path}/package.json`;
  if (!existsSync(manifest)) continue; // for another machine
  const { license, licenses } = JSON.parse(readFileSync(manifest, 'utf8'));
  const stated = license?.type ?? license ?? licenses?.map?.(({ type }) => type).join(' or ') ?? 'not stated';
  const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
  const lines = byLicence.get(stated) ?? [];
  lines.push(`${name} ${version}${dev ? ' (development)' : optional ? ' (optional)' : ''}`);
  byLicence.set(stated, lines);
}
const order = [...byLicence.keys()].sort(
  (a, b) => Number(a === 'not stated') - Number(b === 'not stated') || (a < b ? -1 : 1),
);
for (const licence of order) {
  const lines = byLicence.get(licence).sort();
  console.log(`${licence}: ${lines.length}`);
  for (const line of lines) console.log(`  ${line}`);
}
