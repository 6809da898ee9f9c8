// `npx tsx standins/directory/directory.ts`: a plant's directory as small as it can be (OpenID Connect Core 1.0, code flow
// with PKCE), to try signing in by one. It believes everybody who says a name. Nothing of it belongs near a real plant.
import { createHash, createSign, generateKeyPairSync, randomBytes } from 'node:crypto';
import { type IncomingMessage, type ServerResponse, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';

/** Somebody in the directory: `sub` stays theirs for ever, the name may go to somebody else. */
export type DirectoryPerson = { sub: string; preferred_username: string };

/** How it answers wrongly, for trying what a book believes. */
export type Fault = 'nonce' | 'audience' | 'signature' | 'expired';

const base64url = (value: object): string => Buffer.from(JSON.stringify(value)).toString('base64url');
const keyPair = () => generateKeyPairSync('rsa', { modulusLength: 2048 });

/**
 * Serves a directory on this machine.
 * @param clientId whom it speaks to; the secret is not looked at
 */
export async function serveDirectory(people: readonly DirectoryPerson[], clientId: string, port = 0) {
  const [own, strange] = [keyPair(), keyPair()];
  const waiting = new Map<string, { challenge: string; nonce: string; person: DirectoryPerson; redirect: string }>();
  const state: { fault?: Fault } = {};
  let issuer = '';

  const idToken = (person: DirectoryPerson, nonce: string): string => {
    const { fault } = state;
    const now = Math.floor(Date.now() / 1000);
    const text = `${base64url({ alg: 'RS256', kid: 'one' })}.${base64url({
      iss: issuer,
      aud: fault === 'audience' ? 'somebody-else' : clientId,
      iat: now - (fault === 'expired' ? 7200 : 0),
      exp: now + (fault === 'expired' ? -3600 : 300),
      nonce: fault === 'nonce' ? 'of-another-question' : nonce,
      ...person,
    })}`;
    const { privateKey } = fault === 'signature' ? strange : own;
    return `${text}.${createSign('RSA-SHA256').update(text).sign(privateKey, 'base64url')}`;
  };

  const json = (answer: ServerResponse, body: object, status = 200) =>
    answer.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));

  const authorize = (query: URLSearchParams, answer: ServerResponse) => {
    const person = people.find(({ sub }) => sub === query.get('as'));
    const redirect = query.get('redirect_uri') ?? '';
    if (!person) {
      // Who is it? A link for each, with everything that was asked.
      const links = people.map((each) => {
        const to = new URLSearchParams(query);
        to.set('as', each.sub);
        return `<p><a href="/authorize?${to.toString().replaceAll('&', '&amp;')}">${each.preferred_username}</a></p>`;
      });
      answer.writeHead(200, { 'content-type': 'text/html' }).end(`<h1>Stand-in directory</h1>${links.join('')}`);
      return;
    }
    const code = randomBytes(16).toString('hex');
    waiting.set(code, {
      challenge: query.get('code_challenge') ?? '',
      nonce: query.get('nonce') ?? '',
      person,
      redirect,
    });
    const back = new URL(redirect);
    back.searchParams.set('code', code);
    back.searchParams.set('state', query.get('state') ?? '');
    answer.writeHead(303, { location: back.href }).end();
  };

  const token = async (request: IncomingMessage, answer: ServerResponse) => {
    let text = '';
    for await (const chunk of request) text += String(chunk);
    const form = new URLSearchParams(text);
    const asked = waiting.get(form.get('code') ?? '');
    waiting.delete(form.get('code') ?? '');
    const challenge = createHash('sha256')
      .update(form.get('code_verifier') ?? '')
      .digest('base64url');
    if (!asked || asked.challenge !== challenge || asked.redirect !== form.get('redirect_uri')) {
      json(answer, { error: 'invalid_grant' }, 400);
      return;
    }
    json(answer, {
      access_token: randomBytes(16).toString('hex'),
      token_type: 'Bearer',
      expires_in: 300,
      id_token: idToken(asked.person, asked.nonce),
    });
  };

  const server = createServer((request, answer) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', issuer);
    if (pathname === '/.well-known/openid-configuration')
      json(answer, {
        issuer,
        authorization_endpoint: `${issuer}/authorize`,
        token_endpoint: `${issuer}/token`,
        jwks_uri: `${issuer}/keys`,
        response_types_supported: ['code'],
        subject_types_supported: ['public'],
        id_token_signing_alg_values_supported: ['RS256'],
      });
    else if (pathname === '/keys')
      json(answer, { keys: [{ ...own.publicKey.export({ format: 'jwk' }), kid: 'one', alg: 'RS256', use: 'sig' }] });
    else if (pathname === '/authorize') authorize(searchParams, answer);
    else if (pathname === '/token') void token(request, answer);
    else answer.writeHead(404).end();
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  issuer = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    issuer,
    /** From now on its word is wrong in some way. */
    answerWith: (fault: Fault | undefined) => {
      if (fault) state.fault = fault;
      else delete state.fault;
    },
    stop: () => new Promise((resolve) => server.close(resolve)),
  };
}

if (process.argv[1]?.endsWith('directory.ts')) {
  const names = process.argv.slice(2);
  const people = names.map((name) => ({ sub: `id-of-${name}`, preferred_username: name }));
  const { issuer } = await serveDirectory(people, process.env.OIDC_CLIENT_ID ?? 'tagebuch', 4010);
  console.log(`OIDC_ISSUER=${issuer} OIDC_CLIENT_ID=tagebuch OIDC_CLIENT_SECRET=any`);
}
