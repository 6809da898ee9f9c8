// Solves one mixed integer programme: its text comes in on standard input, what its choices are goes out as JSON.
//   node scripts/solve-programme.mjs OPTIONS   (those of the solver, as JSON)
// A process of its own, as solving lets nothing else in between.
import { text } from 'node:stream/consumers';
import load from 'highs';

const [options = '{}'] = process.argv.slice(2);
const solver = await load();
const { Status, Columns } = solver.solve(await text(process.stdin), JSON.parse(options));
const chosen = Object.entries(Columns).map(([name, { Primal }]) => [name, { Primal }]);
process.stdout.write(JSON.stringify({ Status, Columns: Object.fromEntries(chosen) }));
