import { describe, expect, it } from 'vitest';
import { Busy, atLength, heavily } from './heavy';

const later = () => {
  let finish = () => {};
  const finished = new Promise<void>((resolve) => {
    finish = resolve;
  });
  return { finish, finished };
};

describe('heavy work', () => {
  it('is done one at a time, in its order, and a failure makes way for the next', async () => {
    const [first, second] = [later(), later()];
    const begun: string[] = [];
    const work = (name: string, { finished }: { finished: Promise<void> }) =>
      heavily(async () => {
        begun.push(name);
        await finished;
        if (name === 'second') throw new Error('broken');
        return name;
      });
    const one = work('first', first);
    const two = work('second', second).catch((error: Error) => error.message);
    const three = work('third', { finished: Promise.resolve() });
    expect(begun).toEqual(['first']);
    first.finish();
    expect(await one).toBe('first');
    second.finish();
    expect([await two, await three]).toEqual(['broken', 'third']);
    expect(begun).toEqual(['first', 'second', 'third']);
  });

  it('is refused as busy where many wait already, and nobody waits for ever', async () => {
    const { finish, finished } = later();
    const running = heavily(() => finished);
    const waiting = Array.from({ length: 8 }, () => heavily(async () => 'done').catch((error: unknown) => error));
    await expect(heavily(async () => 'one more')).rejects.toMatchObject({ digest: 'BUSY' });
    const outcomes = await Promise.all(waiting);
    expect(outcomes.every((outcome) => outcome instanceof Busy)).toBe(true);
    finish();
    await running;
    expect(await heavily(async () => 'free again')).toBe('free again');
  });

  it('does not keep what is long waiting, nor wait for it', async () => {
    const { finish, finished } = later();
    const long = atLength(() => finished.then(() => 'long'));
    expect(await heavily(async () => 'page')).toBe('page');
    finish();
    expect(await long).toBe('long');
  });
});
