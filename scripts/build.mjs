// `npm run build`: what `npm start` serves: the application, and the worker that keeps the Round on a device.
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildAnew } from './lib/application.mjs';
import { reportFailure } from './lib/steps.mjs';

await buildAnew(dirname(dirname(fileURLToPath(import.meta.url))), process.env.NEXT_DIST_DIR ?? '.next').catch(
  reportFailure,
);
