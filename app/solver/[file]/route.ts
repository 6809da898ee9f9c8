import { readFile } from 'node:fs/promises';
import path from 'node:path';

/** The solver for mixed integer programmes, for workers to load when they need it: it is not part of any page. */
const files: Readonly<Record<string, string>> = {
  'highs.mjs': 'text/javascript',
  'highs.wasm': 'application/wasm',
};

/** One file of the solver, as its package has it. */
export async function GET(_: Request, { params }: { params: Promise<{ file: string }> }) {
  const { file } = await params;
  const type = Object.hasOwn(files, file) ? files[file] : undefined;
  if (!type) return new Response('There is no such file.', { status: 404 });
  const content = await readFile(path.join(process.cwd(), 'node_modules', 'highs', 'build', file));
  return new Response(new Uint8Array(content), {
    headers: { 'content-type': type, 'cache-control': 'private, max-age=86400' },
  });
}
