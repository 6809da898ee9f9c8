import { describe, expect, it } from 'vitest';
import { csvResponse } from './csv';
import { jsonList, streamed } from './streamed';

/** Pieces that say when they were made, and whether they were ended early. */
function pieces(many: number) {
  const seen = { made: 0, ended: false };
  async function* make() {
    try {
      for (; seen.made < many;) {
        seen.made += 1;
        await Promise.resolve();
        yield `${seen.made},`;
      }
    } finally {
      seen.ended = true;
    }
  }
  return { seen, make };
}
async function* listsOf<Row>(...lists: Row[][]) {
  for (const list of lists) {
    await Promise.resolve();
    yield list;
  }
}
const whole = async (response: Response) =>
  new TextDecoder('utf-8', { ignoreBOM: true }).decode(await response.arrayBuffer());

describe('answers in pieces', () => {
  it('are made as they are taken, not ahead of whoever takes them', async () => {
    const { seen, make } = pieces(1000);
    const reader = (await streamed(make(), { 'content-type': 'text/plain' })).body!.getReader();
    expect(new TextDecoder().decode((await reader.read()).value)).toBe('1,');
    await reader.read();
    expect(seen.made).toBeLessThan(6);
    await reader.cancel();
    expect(seen.ended).toBe(true);
  });

  it('fail before anything is answered where the first piece fails', async () => {
    // eslint-disable-next-line require-yield -- it fails before it comes to that
    async function* broken(): AsyncGenerator<string> {
      await Promise.reject(new Error('away'));
    }
    await expect(streamed(broken(), {})).rejects.toThrow('away');
  });

  it('of JSON are one document, also where some lists or all are empty', async () => {
    const of = async (...lists: number[][]) =>
      JSON.parse(await whole(await streamed(jsonList('{"n":[', listsOf(...lists), ']}'), {}))) as unknown;
    expect(await of([1, 2], [], [3])).toEqual({ n: [1, 2, 3] });
    expect(await of([], [])).toEqual({ n: [] });
    expect(await of()).toEqual({ n: [] });
  });

  it('of a table have one mark, one head, and no cell that a spreadsheet would work out', async () => {
    const table = await csvResponse('t.csv', listsOf<object>([{ a: 1, b: '=1+1' }], [], [{ a: 2, b: 'x' }]));
    expect(table.headers.get('content-disposition')).toContain('t.csv');
    expect(await whole(table)).toBe(`\uFEFFa,b\r\n1,"'=1+1"\r\n2,x\r\n`);
    expect(await whole(await csvResponse('t.csv', listsOf<object>()))).toBe('\uFEFF');
  });
});
