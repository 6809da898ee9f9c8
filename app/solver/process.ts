import { spawn } from 'node:child_process';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import type { Solution, Solver } from '@/core/weeks/programme';

/** What the process may take beyond the solver's own seconds: starting, reading, writing (ms). */
const besides = 5000;

/**
 * The solver as a process of its own: it lets nothing in between while it solves, and others have to be answered.
 * @param signal ends it when nobody waits any more
 */
export const solverProcess = (signal: AbortSignal): Solver => ({
  async solve(problem, options = {}): Promise<Solution> {
    const script = path.join(process.cwd(), 'scripts', 'solve-programme.mjs');
    const until = AbortSignal.timeout(1000 * (options.time_limit ?? 0) + besides);
    const child = spawn(process.execPath, [script, JSON.stringify(options)], {
      stdio: ['pipe', 'pipe', 'ignore'],
      signal: AbortSignal.any([signal, until]),
    });
    const ended = new Promise<void>((resolve, reject) => {
      child.on('error', reject);
      child.on('close', (code) => (code === 0 ? resolve() : reject(new Error(`The solver ended with ${code}.`))));
    });
    // Where it is gone before it has read all, that is told by its end.
    child.stdin.on('error', () => {});
    child.stdin.end(problem);
    const [answer] = await Promise.all([text(child.stdout), ended]);
    return JSON.parse(answer) as Solution;
  },
});
