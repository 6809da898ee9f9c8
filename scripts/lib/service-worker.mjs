// The worker that keeps the shell of the Round on a device: bundled after the application is built, as it names its files.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';

/** Where the shell is prerendered, and the address that it answers at. */
const shell = { page: 'server/app/round.html', url: '/round' };
/** Marks of the application, as its manifest names them. */
const marks = ['icon-192.png', 'icon-512.png'];

const hashOf = (content) => createHash('sha256').update(content).digest('hex').slice(0, 20);
const builtFiles = /\/_next\/static\/[\w./~-]+\.(?:js|css|woff2)/g;

/**
 * Everything that the shell needs to open without signal. Files that carry a hash in their name never change; the others
 * are fetched anew when their content is another.
 * @returns {{ url: string, revision: string | null }[]}
 */
export function shellFiles(root, distDir) {
  const html = readFileSync(join(root, distDir, shell.page), 'utf8');
  const named = new Set(html.match(builtFiles));
  for (const css of [...named].filter((url) => url.endsWith('.css')))
    for (const [, font] of readFileSync(join(root, distDir, css.replace('/_next/', '')), 'utf8').matchAll(
      /url\(["']?([^"')]+\.woff2)/g,
    ))
      named.add(`/_next/static/media/${basename(font)}`);
  const missing = [...named].filter((url) => !existsSync(join(root, distDir, url.replace('/_next/', ''))));
  if (missing.length > 0) throw new Error(`The shell names files that were not built: ${missing.join(', ')}.`);
  return [
    { url: shell.url, revision: hashOf(html) },
    ...[...named].sort().map((url) => ({ url, revision: null })),
    ...marks.map((name) => ({ url: `/${name}`, revision: hashOf(readFileSync(join(root, 'public', name))) })),
  ];
}

/** Bundles the worker into the build; `app/service-worker.js` hands it out from there. */
export async function buildServiceWorker(root, distDir) {
  // After the packages are installed: this file is read before they are.
  const { build } = await import('esbuild');
  await build({
    entryPoints: [join(root, 'workers/service-worker.ts')],
    outfile: join(root, distDir, 'service-worker.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { SHELL: JSON.stringify(shellFiles(root, distDir)), 'process.env.NODE_ENV': '"production"' },
  });
}
