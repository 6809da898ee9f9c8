import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

export const dynamic = 'force-dynamic';

/** The worker that keeps the shell of the Round on a device, as the build made it. While developing there is none. */
export async function GET() {
  const file = join(process.cwd(), process.env.NEXT_DIST_DIR ?? '.next', 'service-worker.js');
  const script = await readFile(file).catch(() => undefined);
  return script
    ? new Response(new Uint8Array(script), {
        headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' },
      })
    : new Response(null, { status: 404 });
}
