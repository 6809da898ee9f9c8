// One line per step, with the time it took: what a person reads while the scripts work.
import { end, start } from './processes.mjs';

const started = Date.now();

/** Seconds since a mark, with one decimal, as printed behind each step. */
const secondsSince = (mark) => `${((Date.now() - mark) / 1000).toFixed(1)} s`;

/**
 * Runs one named step and prints a line with its time. A step may return a remark that is printed too.
 * @template T
 * @param {string} title
 * @param {() => Promise<T> | T} work
 * @returns {Promise<T>}
 */
export async function step(title, work) {
  const mark = Date.now();
  try {
    const remark = await work();
    const words = typeof remark === 'string' ? ` (${remark})` : '';
    console.log(`  ${secondsSince(mark).padStart(8)}  ${title}${words}`);
    return remark;
  } catch (error) {
    console.log(`  ${secondsSince(mark).padStart(8)}  ${title}: failed`);
    throw error;
  }
}

/** Time since the script started, in the words of `step`. */
export const totalTime = () => secondsSince(started);

/** An error whose message is meant for the person at the terminal; printed without a stack. */
export class PlainError extends Error {}

/**
 * Runs a program to its end. Output is kept and shown only when it fails, unless `show` is set.
 * @param {string} command
 * @param {string[]} args
 * @param {{ env?: Record<string, string | undefined>, cwd?: string, show?: boolean, input?: string, allowFailure?: boolean }} [options]
 * @returns {Promise<{ code: number, output: string }>}
 */
export function run(command, args, { env, cwd, show = false, input, allowFailure = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = start(command, args, { cwd, env, stdio: ['pipe', 'pipe', 'pipe'] });
    let output = '';
    const keep = (chunk) => {
      output += chunk;
      if (show) process.stdout.write(chunk);
    };
    child.stdout.on('data', keep);
    child.stderr.on('data', keep);
    child.on('error', reject);
    child.on('close', (code) => {
      if (code === 0 || allowFailure) return resolve({ code: code ?? 1, output });
      const tail = show ? '' : `\n${output.split('\n').slice(-60).join('\n')}`;
      reject(new PlainError(`"${command} ${args.join(' ')}" ended with ${code}.${tail}`));
    });
    // A program may end without reading what it is given; its exit code says what matters.
    child.stdin.on('error', () => {});
    child.stdin.end(input);
  });
}

/**
 * Starts a program that keeps running.
 * @param {string} command
 * @param {string[]} args
 * @param {{ env?: Record<string, string | undefined>, log?: { write(chunk: string | Uint8Array): void } }} [options]
 */
export function startProcess(command, args, { env, log } = {}) {
  const child = start(command, args, { env, stdio: ['ignore', 'pipe', 'pipe'] });
  const state = { exited: false };
  const exit = new Promise((resolve) => {
    child.on('close', (code) => {
      state.exited = true;
      resolve(code);
    });
    child.on('error', (error) => {
      state.exited = true;
      log?.write(`${error.message}\n`);
      resolve(1);
    });
  });
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => log?.write(chunk));
  return {
    pid: child.pid,
    exit,
    get exited() {
      return state.exited;
    },
    stop: (graceMs) => end(child, graceMs),
  };
}

/**
 * Asks again and again until `probe` answers true; gives up with a plain error after `timeoutMs`.
 * @param {string} what
 * @param {() => Promise<boolean>} probe
 * @param {number} [timeoutMs]
 */
export async function waitUntil(what, probe, timeoutMs = 60_000) {
  const end = Date.now() + timeoutMs;
  while (Date.now() < end) {
    if (await probe()) return;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  throw new PlainError(`${what} did not happen within ${timeoutMs / 1000} s.`);
}

/** Prints an error for the terminal and leaves a non-zero exit code. */
export function reportFailure(error) {
  console.error(`\n${error instanceof PlainError ? error.message : (error?.stack ?? error)}`);
  process.exitCode = 1;
}
