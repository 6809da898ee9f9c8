// How much script the Round brings along, beyond what an empty page of the book loads.
import { gzipSync } from 'node:zlib';

const scriptsOf = async (base, path, cookie) => {
  const page = await (await fetch(base + path, { headers: { cookie } })).text();
  return [...new Set([...page.matchAll(/\/_next\/static\/[^"'\\ ]+?\.js/g)].map(([script]) => script))];
};

/** Kilobytes of the Round's own scripts, gzip, as a phone fetches them before its first stop. */
export async function roundOwnScripts(base, cookie) {
  const bare = new Set(await scriptsOf(base, '/plant/meters/import', cookie));
  let bytes = 0;
  for (const script of await scriptsOf(base, '/round?id=none', cookie)) {
    if (bare.has(script)) continue;
    bytes += gzipSync(Buffer.from(await (await fetch(base + script)).arrayBuffer())).length;
  }
  return bytes / 1024;
}
