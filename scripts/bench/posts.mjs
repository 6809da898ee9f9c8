// Entries a second through the server: each a post of its own, by so many writers.
import { id } from './bench-person.mjs';

const seconds = 5;
/** What a meter of the large plant showed last; more in a larger one, as it was read when the plant was smaller. */
const lastShown = (meter, points) => 1000 + 249 * (8 + (meter % 9)) + 3 + points / 6250;
let turn = Date.now();

export async function benchPosts(base, points, cookie) {
  for (const [phase, writers] of [1, 32].entries()) {
    let count = 0;
    const post = async (writer, nth) => {
      turn += 1;
      const machine = 11 + writer * 2;
      const meter = (machine - 1) * 6 + 1 + phase;
      const answer = await fetch(`${base}/api/entries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie, origin: base },
        body: JSON.stringify({
          id: id('Y', turn),
          kind: 'reading',
          kindVersion: 1,
          body: { meterId: id('C', meter), value: lastShown(meter, points) + nth * 0.004 },
          happenedAt: new Date().toISOString(),
          offsetMinutes: 0,
          personId: id('H', 1),
          deviceId: 'bench',
          machineId: id('M', machine),
          pointId: null,
          taskIds: [],
        }),
      });
      if (answer.status !== 201) throw new Error(`${answer.status}: ${(await answer.text()).slice(0, 300)}`);
      await answer.arrayBuffer();
    };
    const all = (work) => Promise.all(Array.from({ length: writers }, (_, writer) => work(writer)));
    // The first entry of a machine reads its plan and its log; those after it go on from there.
    await all((writer) => post(writer, 1));
    const until = performance.now() + seconds * 1000;
    await all(async (writer) => {
      for (let nth = 2; performance.now() < until; nth += 1) {
        await post(writer, nth);
        count += 1;
      }
    });
    console.log(
      `  ${String(writers).padStart(2)} writers through the server, on different machines: ${(count / seconds).toFixed(0)} entries/s`,
    );
  }
}
