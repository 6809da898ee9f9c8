import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { problemCodes } from '@/core/problem-codes';
import { type Alone, Outbox } from './outbox';
import { type EntryInput } from '@/core/entry/envelope';

let count = 0;
/** Pauses are not shortened: they are what the table of pauses says. */
const freshOutbox = () => Outbox.open(`test-${(count += 1)}`, { random: () => 0 });
const note = (id: string, change: Partial<EntryInput> = {}): EntryInput => ({
  id,
  kind: 'note',
  kindVersion: 1,
  body: { text: id },
  happenedAt: '2026-01-01T00:00:00Z',
  offsetMinutes: 0,
  personId: 'p',
  deviceId: 'd',
  machineId: null,
  ...change,
});
const round = { id: 'R', routeId: 'route', personId: 'p', startedAt: '2026-01-01T00:00:00Z', stops: ['t'] };
const idIn = (init: RequestInit) => (JSON.parse(String(init.body)) as { id: string }).id;
const arrived = (id: string) => Response.json({ id, seq: 1 }, { status: 201 });
const trouble = (status: number) => new Response('<h1>Oops</h1>', { status, headers: { 'content-type': 'text/html' } });
const problem = (code: keyof typeof problemCodes) =>
  new Response(JSON.stringify({ code, detail: `It is ${code}.`, errors: [] }), {
    status: problemCodes[code].status,
    headers: { 'content-type': 'application/problem+json' },
  });
const taking = async (_: string, init: RequestInit) => arrived(idIn(init));
const ids = async (outbox: Outbox) => (await outbox.all()).map(({ id }) => id);

describe('the outbox', () => {
  it('sends in the order of writing, also when the clock was set back, and forgets what the server has', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('B'), 2);
    await outbox.put(note('A'), 1);
    const seen: string[] = [];
    const result = await outbox.send(10, async (_, init) => {
      seen.push(idIn(init));
      return arrived(idIn(init));
    });
    expect(seen).toEqual(['B', 'A']);
    expect(result).toEqual({ sent: ['B', 'A'], refused: [], offline: false });
    expect(await ids(outbox)).toEqual([]);
  });

  it('sends what goes in together as one, and keeps it as one', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('all'), 1, { before: [note('first'), note('second')] });
    const sent: unknown[] = [];
    await outbox.send(10, async () => trouble(503));
    await outbox.send(
      20,
      async (_, init) => {
        sent.push((JSON.parse(String(init.body)) as EntryInput[]).map(({ id }) => id));
        return arrived('all');
      },
      true,
    );
    expect(sent).toEqual([['first', 'second', 'all']]);
    expect(await ids(outbox)).toEqual([]);
  });

  it.each<[string, () => Response]>([
    ['a sign-in page of the wireless, answered 200', () => trouble(200)],
    ['JSON that names nothing', () => Response.json({})],
    ['JSON that names another entry', () => Response.json({ id: 'B' }, { status: 201 })],
    ['a page opened after a redirect', () => Object.defineProperty(trouble(200), 'redirected', { value: true })],
    ['400 from a stranger', () => new Response('bad', { status: 400 })],
    ['401', () => Response.json({ error: 'sign in' }, { status: 401 })],
    ['403', () => trouble(403)],
    ['404', () => Response.json({ detail: 'no such page' }, { status: 404 })],
    ['422 without a code of ours', () => Response.json({ detail: 'No.' }, { status: 422 })],
    [
      'a problem with a code that is not ours',
      () =>
        new Response('{"code":"toString","detail":"x"}', {
          status: 422,
          headers: { 'content-type': 'application/problem+json' },
        }),
    ],
    ['500 from the book', () => problem('fault')],
    ['broken JSON', () => new Response('{', { headers: { 'content-type': 'application/json' } })],
  ])('keeps an entry for later after %s', async (_, answer) => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    expect(await outbox.send(10, async () => answer())).toMatchObject({ sent: [], refused: [] });
    expect(await outbox.all()).toMatchObject([{ id: 'A', tries: 1 }]);
    expect(await outbox.send(10 + 2000, taking)).toMatchObject({ sent: ['A'] });
  });

  it('never follows a redirect, and keeps everything when there is no connection', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    const asked: RequestInit[] = [];
    const refuses = (_: string, init: RequestInit) => {
      asked.push(init);
      return Promise.reject(new TypeError('offline'));
    };
    expect(await outbox.send(10, refuses)).toMatchObject({ offline: true, sent: [] });
    expect(asked[0]!.redirect).toBe('error');
    expect(await ids(outbox)).toEqual(['A']);
  });

  it('rests longer and longer while the book is away, and not when somebody waits for it', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    let asked = 0;
    const away = async () => {
      asked += 1;
      throw new TypeError('offline');
    };
    const triedAt: number[] = [];
    for (let now = 0; now <= 120_000; now += 500) {
      const before = asked;
      await outbox.send(now, away);
      if (asked > before) triedAt.push(now / 1000);
    }
    expect(triedAt).toEqual([0.5, 2.5, 6.5, 14.5, 30.5, 50.5, 70.5, 90.5, 110.5]);
    expect(await outbox.send(120_000, taking, true)).toMatchObject({ sent: ['A'] });
  });

  it('lets entries of other machines pass one that the server has trouble with, and says so after a while', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('bad', { machineId: 'M1' }), 1);
    await outbox.put(note('behind', { machineId: 'M1' }), 2);
    await outbox.put(note('other', { machineId: 'M2' }), 3);
    const choosy = async (_: string, init: RequestInit) => (idIn(init) === 'bad' ? trouble(500) : arrived(idIn(init)));
    expect(await outbox.send(10, choosy)).toMatchObject({ sent: ['other'], offline: false });
    for (let tries = 2; tries <= 4; tries += 1) await outbox.send(10 + tries * 400_000, choosy);
    expect(await outbox.all()).toMatchObject([
      { id: 'bad', tries: 4, aside: expect.stringContaining('500') },
      { id: 'behind' },
    ]);
    expect(await outbox.send(9e6, taking)).toMatchObject({ sent: ['bad', 'behind'] });
  });

  it.each(['unavailable', 'busy', 'disk-full', 'too-many'] as const)(
    'takes %s for what it is: the book as a whole is asked again later, and no entry is to blame',
    async (code) => {
      const outbox = await freshOutbox();
      for (const id of ['A', 'B']) await outbox.put(note(id, { machineId: id }), 1);
      let asked = 0;
      const away = async () => {
        asked += 1;
        return problem(code);
      };
      expect(await outbox.send(10, away)).toMatchObject({ offline: true, sent: [], refused: [] });
      expect(asked).toBe(1);
      expect((await outbox.all()).map(({ tries }) => tries)).toEqual([undefined, undefined]);
      expect(await outbox.send(100, away)).toMatchObject({ offline: true });
      expect(asked).toBe(1);
      expect(await outbox.send(10 + 2000, taking)).toMatchObject({ sent: ['A', 'B'], offline: false });
    },
  );

  it('asks for a name where the book does, and lets others’ entries wait for them without blame', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A', { machineId: 'M1' }), 1);
    expect(await outbox.send(10, async () => problem('signed-out'))).toMatchObject({ offline: true, signedOut: true });
    expect((await outbox.all()).map(({ tries }) => tries)).toEqual([undefined]);
    // While it rests it goes on saying why.
    expect(await outbox.send(11, taking)).toMatchObject({ sent: [], offline: true, signedOut: true });
    for (const id of ['B', 'C', 'D']) await outbox.put(note(id, { machineId: id, personId: 'other' }), 2);
    await outbox.put(note('E', { machineId: 'M2' }), 3);
    const mine = async (_: string, init: RequestInit) =>
      (JSON.parse(String(init.body)) as EntryInput).personId === 'p' ? arrived(idIn(init)) : problem('not-yours');
    const passed = await outbox.send(10_000, mine, true);
    expect(passed).toEqual({ sent: ['A', 'E'], refused: [], offline: false });
    expect(await outbox.all()).toMatchObject(['B', 'C', 'D'].map((id) => ({ id, aside: 'It is not-yours.' })));
    // They are back.
    expect((await outbox.send(60_000, taking)).sent).toEqual(['B', 'C', 'D']);
  });

  it('takes three troubles in a row for the server’s own, and rests', async () => {
    const outbox = await freshOutbox();
    for (const id of ['A', 'B', 'C', 'D', 'E']) await outbox.put(note(id, { machineId: id }), 1);
    let asked = 0;
    const result = await outbox.send(10, async () => {
      asked += 1;
      return trouble(502);
    });
    expect([asked, result.offline]).toEqual([3, true]);
  });

  it('sends a round before its entries, and its signature after them', async () => {
    const outbox = await freshOutbox();
    await outbox.putRound(round, 1);
    await outbox.put(note('A', { roundId: 'R', machineId: 'M1' }), 2);
    await outbox.put(note('B', { roundId: 'R', machineId: 'M2' }), 3);
    await outbox.put(note('S', { roundId: 'R', kind: 'hand-over' }), 4);
    const seen: string[] = [];
    const slow = (bad: string) => async (path: string, init: RequestInit) => {
      seen.push(`${path} ${idIn(init)}`);
      return idIn(init) === bad ? trouble(502) : arrived(idIn(init));
    };
    await outbox.send(10, slow('R'));
    expect(seen).toEqual(['/api/rounds R']);
    await outbox.send(10_000, slow('A'));
    expect(seen.slice(1)).toEqual(['/api/rounds R', '/api/entries A', '/api/entries B']);
    await outbox.send(20_000, slow(''));
    expect(seen.slice(4)).toEqual(['/api/entries A', '/api/entries S']);
    expect(await ids(outbox)).toEqual([]);
  });

  it('keeps the order of what comes in the same millisecond, whatever its identifiers', async () => {
    const outbox = await freshOutbox();
    await outbox.putRound({ ...round, id: 'Z' }, 5);
    for (const id of ['Y', 'X', 'A']) await outbox.put(note(id, { roundId: 'Z', machineId: 'M1' }), 5);
    await outbox.put(note('B', { roundId: 'Z', kind: 'hand-over' }), 5);
    expect((await outbox.send(10, taking)).sent).toEqual(['Z', 'Y', 'X', 'A', 'B']);
  });

  it('keeps a round that entries belong to, also where the clock was set back; a refused one may go', async () => {
    const outbox = await freshOutbox();
    await outbox.putRound({ ...round, id: 'Z' }, 9000);
    expect(await outbox.takeBack('Z')).toBe(false);
    await outbox.send(10_000, async () => problem('invalid'));
    expect(await outbox.takeBack('Z')).toBe(true);
  });

  it('holds an entry back for its time, and lets it be taken back', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1000, { holdMs: 8000 });
    expect(await outbox.send(8999, taking)).toMatchObject({ sent: [] });
    expect(await outbox.takeBack('A')).toBe(true);
    expect(await outbox.takeBack('A')).toBe(false);
    expect(await outbox.send(20_000, taking)).toMatchObject({ sent: [] });
    await outbox.put(note('B'), 1000, { holdMs: 8000 });
    expect(await outbox.send(9000, taking)).toMatchObject({ sent: ['B'] });
  });

  it.each(['invalid', 'conflict', 'too-large'] as const)(
    'keeps what the book refuses as %s with its reason, and goes on with the rest',
    async (code) => {
      const outbox = await freshOutbox();
      await outbox.put(note('A'), 1);
      await outbox.put(note('B'), 2);
      const result = await outbox.send(10, async (_, init) => (idIn(init) === 'A' ? problem(code) : arrived('B')));
      expect(result).toEqual({ sent: ['B'], refused: ['A'], offline: false });
      expect(await outbox.all()).toMatchObject([{ id: 'A', refused: { reason: `It is ${code}.` } }]);
      expect(await outbox.send(20, taking)).toMatchObject({ sent: [] });
    },
  );

  it('makes one pass at a time', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    let posts = 0;
    const slow = async () => {
      posts += 1;
      await new Promise((resolve) => setTimeout(resolve, 20));
      return arrived('A');
    };
    await Promise.all([outbox.send(10, slow), outbox.send(10, slow)]);
    expect(posts).toBe(1);
  });

  it('loses nothing and keeps each machine’s order, whatever answers on the way', async () => {
    const answers = fc.constantFrom('yes', 'yes', 'lost', 'html', '500', 'offline');
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('M1', 'M2', 'M3'), { minLength: 1, maxLength: 8 }),
        fc.array(answers, { maxLength: 30 }),
        async (machines, script) => {
          const outbox = await freshOutbox();
          for (const [index, machineId] of machines.entries())
            await outbox.put(note(`E${index}`, { machineId }), index);
          const book: string[] = [];
          const server = async (_: string, init: RequestInit) => {
            const answer = script.shift() ?? 'yes';
            const id = idIn(init);
            if (answer === 'offline') throw new TypeError('offline');
            if (answer === 'html') return trouble(200);
            if (answer === '500') return trouble(500);
            if (!book.includes(id)) book.push(id);
            if (answer === 'lost') throw new TypeError('the answer was lost');
            return arrived(id);
          };
          for (let pass = 1; pass <= 60; pass += 1) await outbox.send(pass * 1e6, server);
          expect(await ids(outbox)).toEqual([]);
          for (const machine of ['M1', 'M2', 'M3']) {
            const own = machines.flatMap((each, index) => (each === machine ? [`E${index}`] : []));
            expect(book.filter((id) => own.includes(id))).toEqual(own);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('tells its listeners, keeps documents, and survives being opened again', async () => {
    const outbox = await Outbox.open('again');
    let told = 0;
    const stop = outbox.onChange(() => (told += 1));
    await outbox.put(note('A'), 1);
    stop();
    await outbox.put(note('B'), 2);
    expect(told).toBe(1);
    await outbox.keepDocument('round', { version: 1 }, 5);
    const reopened = await Outbox.open('again');
    expect(await ids(reopened)).toEqual(['A', 'B']);
    expect(await reopened.document('round')).toEqual({ version: 1 });
    expect(await reopened.documents()).toMatchObject([{ id: 'round', document: { version: 1 } }]);
    await reopened.forgetDocuments(['round', 'never kept']);
    expect(await reopened.documents()).toEqual([]);
  });

  it('keeps what one tap has said whole: where one of it cannot be kept, none is', async () => {
    const outbox = await freshOutbox();
    await outbox.putAll([note('finding'), note('look'), note('done')], 1, { holdMs: 8000 });
    expect(await ids(outbox)).toEqual(['finding', 'look', 'done']);
    const unkeepable = { text: () => 'a function cannot be stored' } as unknown as EntryInput['body'];
    await expect(outbox.putAll([note('half'), note('broken', { body: unkeepable })], 2)).rejects.toThrow();
    expect(await ids(outbox)).toEqual(['finding', 'look', 'done']);
  });

  it('holds nothing back for as long as the clock was set back', async () => {
    const outbox = await freshOutbox();
    const hour = 3_600_000;
    await outbox.putAll([note('A')], hour, { holdMs: 8000 });
    expect((await outbox.send(hour + 1000, taking)).sent).toEqual([]);
    await outbox.send(hour + 9000, async () => trouble(502));
    expect((await outbox.send(1000, taking)).sent).toEqual(['A']);
  });
});

describe('what is taken back', () => {
  it('never left; once it was on its way only the book knows, unless it refused it', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    await outbox.send(2, () => Promise.reject(new TypeError('the answer was lost')), true);
    expect(await outbox.takeBack('A')).toBe(false);
    expect(await ids(outbox)).toEqual(['A']);
    await outbox.send(3, async () => problem('invalid'), true);
    expect(await outbox.takeBack('A')).toBe(true);
    await outbox.put(note('B'), 4);
    const posted: string[] = [];
    const sending = outbox.send(5, async (_, init) => {
      posted.push(idIn(init));
      return arrived(idIn(init));
    });
    const wasBack = await outbox.takeBack('B');
    await sending;
    expect(wasBack).toBe(posted.length === 0);
  });
});

describe('two pages of one device', () => {
  it('write one queue in its order, in the same millisecond and when the clock is set back between them', async () => {
    const name = `test-${(count += 1)}`;
    const first = await Outbox.open(name);
    await first.putAll([note('C'), note('B')], 1000);
    first.close();
    const second = await Outbox.open(name);
    await second.put(note('A'), 1000);
    await second.put(note('0'), 5);
    expect(await ids(second)).toEqual(['C', 'B', 'A', '0']);
    second.close();
  });

  /** As the browser does it: one at a time, the other is sent away or waits. */
  const oneAtATime = (): Alone => {
    let last: Promise<unknown> = Promise.resolve();
    let held = 0;
    return async (work, waits) => {
      if (held > 0 && !waits) return undefined;
      held += 1;
      const mine = last.then(work);
      last = mine.catch(() => undefined);
      return mine.finally(() => (held -= 1));
    };
  };

  it('send what waits once, hear of each other’s changes, and go on where one was closed', async () => {
    const name = `test-${(count += 1)}`;
    const alone = oneAtATime();
    const [first, second] = await Promise.all([Outbox.open(name, { alone }), Outbox.open(name, { alone })]);
    const heard = new Promise<void>((resolve) => void second.onChange(resolve));
    await first.putAll([note('A'), note('B')], 1);
    await heard;
    const posted: string[] = [];
    const slowly = async (_: string, init: RequestInit) => {
      posted.push(idIn(init));
      await new Promise((resolve) => setTimeout(resolve, 5));
      return arrived(idIn(init));
    };
    const [one, other] = await Promise.all([first.send(10, slowly), second.send(10, slowly)]);
    expect(posted).toEqual(['A', 'B']);
    expect([one.sent, other.sent]).toEqual([['A', 'B'], []]);
    // Somebody waits for an answer: the page that comes second looks once more when its turn has come.
    await second.put(note('C'), 11);
    await Promise.all([first.send(12, slowly, true), second.send(12, slowly, true)]);
    expect(posted).toEqual(['A', 'B', 'C']);
    await first.put(note('D'), 13);
    first.close();
    expect((await second.send(14, slowly)).sent).toEqual(['D']);
    second.close();
  });
});
