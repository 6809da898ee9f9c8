/**
 * Cookies of whoever is signed in: the session, and what a device is known again by. Over https they bear the prefix by which
 * a browser takes them from this very host alone.
 */
const names = { session: 'tagebuch-session', device: 'tagebuch-device' } as const;

export const cookieName = (which: keyof typeof names, isHttps: boolean): string =>
  isHttps ? `__Host-${names[which]}` : names[which];

/** Either name of the session's cookie, for whoever only looks whether there is one. */
export const sessionCookies: readonly string[] = [cookieName('session', true), cookieName('session', false)];
