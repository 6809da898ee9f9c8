/**
 * Signs in to a running demo by a tap on a name, as the scripts that use its API do.
 * @param {string} base where it is served
 * @param {string} initials of whom; a planner where nobody is named
 * @returns {Promise<string>} the cookie to send along
 */
export async function demoCookie(base, initials = 'MS') {
  const answer = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ initials }),
  });
  if (answer.status !== 201)
    throw new Error(`signing in as ${initials} was answered ${answer.status}: ${await answer.text()}`);
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}
