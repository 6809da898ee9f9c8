import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { shellFiles } from './lib/service-worker.mjs';

const root = mkdtempSync(join(tmpdir(), 'shell-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
const put = (path: string, content: string) => {
  mkdirSync(join(root, path, '..'), { recursive: true });
  writeFileSync(join(root, path), content);
};

describe('the files that a device keeps of the shell', () => {
  put('public/icon-192.png', 'small');
  put('public/icon-512.png', 'large');
  put('build/static/chunks/a~1.js', '');
  put('build/static/chunks/b.js', '');
  put('build/static/chunks/c.css', "@font-face{src:url('../media/Inter.1x.woff2')}");
  put('build/static/media/Inter.1x.woff2', '');
  put('build/static/chunks/elsewhere.js', '');
  const page = '<script src="/_next/static/chunks/a~1.js"></script><link href="/_next/static/chunks/c.css">';

  it('are those that its page names, in what it loads later too, and the fonts of its styles', () => {
    put('build/server/app/round.html', `${page}<script>push("[\\"/_next/static/chunks/b.js\\"]")</script>`);
    expect(shellFiles(root, 'build').map(({ url }) => url)).toEqual([
      '/round',
      '/_next/static/chunks/a~1.js',
      '/_next/static/chunks/b.js',
      '/_next/static/chunks/c.css',
      '/_next/static/media/Inter.1x.woff2',
      '/icon-192.png',
      '/icon-512.png',
    ]);
  });

  it('are another version when the page is another; what bears a hash in its name never is', () => {
    const revisionOf = (url: string) => shellFiles(root, 'build').find((file) => file.url === url)!.revision;
    put('build/server/app/round.html', page);
    const before = revisionOf('/round');
    put('build/server/app/round.html', `${page}<p>more</p>`);
    expect(revisionOf('/round')).not.toBe(before);
    expect(revisionOf('/_next/static/chunks/c.css')).toBeNull();
  });

  it('fail the build where one of them is not there', () => {
    put('build/server/app/round.html', `${page}<script src="/_next/static/chunks/gone.js"></script>`);
    expect(() => shellFiles(root, 'build')).toThrow('gone.js');
  });
});
