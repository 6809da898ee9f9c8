import { NavigationRoute, type PrecacheEntry, Serwist } from 'serwist';

/** The files of the shell, as `scripts/lib/service-worker.mjs` finds them in the build. */
declare const SHELL: PrecacheEntry[];

const round = '/round';

/**
 * Keeps the shell of the Round on the device. It holds nothing of the book: documents and entries are kept by the outbox, and
 * what is asked of the book goes past this worker. A newer version waits until no page needs this one, or somebody says so.
 */
const shell = new Serwist({
  precacheEntries: SHELL,
  precacheOptions: { cleanupOutdatedCaches: true, concurrency: 4 },
  clientsClaim: true,
  disableDevLogs: true,
});

/** The Round opens from the device, whether or not there is signal. */
shell.registerRoute(
  new NavigationRoute(async ({ request }) => (await shell.matchPrecache(round)) ?? fetch(request), {
    allowlist: [/^\/round(?:\?|$)/],
  }),
);

/** Any other page comes from the book. Where that is not reached, the Round says so and shows what is here. */
shell.registerRoute(
  new NavigationRoute(
    ({ request, url }) =>
      fetch(request).catch(() =>
        Response.redirect(`${round}?instead=${encodeURIComponent(url.pathname + url.search)}`),
      ),
    { denylist: [/^\/(?:round(?:\?|$)|api\/)/] },
  ),
);

shell.addEventListeners();
