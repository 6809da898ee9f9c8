// How much script the Round brings along, beyond what an empty page of the book loads.
import { gzipSync } from 'node:zlib';
import { cookie } from './bench-person.mjs';

const scriptsOf = async (base, path) => {
  const page = await (await fetch(base + path, { headers: { cookie } })).text();
  return [...new Set([...page.matchAll(/\/_next\/static\/[^"'\\ ]+?\.js/g)].map(([script]) => script))];
};

/** Kilobytes of the Round's own scripts, gzip, as a phone fetches them before its first stop. */
export async function roundOwnScripts(base) {
  const bare = new Set(await scriptsOf(base, '/plant/meters/import'));
  let bytes = 0;
  for (const script of await scriptsOf(base, '/round?id=none')) {
    if (bare.has(script)) continue;
    bytes += gzipSync(Buffer.from(await (await fetch(base + script)).arrayBuffer())).length;
  }
  return bytes / 1024;
}
