// Starting, watching and ending the programs that belong to one folder. Each is noted in `processes/` of that folder for as
// long as it runs and bears the folder's name in its environment, so that a later start finds what a killed one left
// behind, and ends nothing else.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const mark = 'TAGEBUCH_FOLDER';
let home;
const running = new Set();
let closing = false;

export const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Every program started from now on belongs to this folder. */
export function belongTo(folder) {
  home = folder;
}

/**
 * Starts a program in a process group of its own: Ctrl-C reaches it only through us, and ending it ends what it started.
 * @param {string} command
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions} options
 */
export function start(command, args, options = {}) {
  if (closing) throw new Error(`${command} is not started any more: everything is being stopped.`);
  const child = spawn(command, args, {
    ...options,
    detached: true,
    env: { ...process.env, ...options.env, ...(home && { [mark]: home }) },
  });
  const note = home && child.pid ? join(home, 'processes', String(child.pid)) : undefined;
  if (note)
    try {
      mkdirSync(join(home, 'processes'), { recursive: true });
      writeFileSync(note, command);
    } catch {
      /* a full disk: it can still be ended by us, only not found by a later start */
    }
  running.add(child);
  const ended = () => {
    running.delete(child);
    if (note) rmSync(note, { force: true });
  };
  child.on('close', ended);
  child.on('error', ended);
  return child;
}

const signal = (pid, name) => {
  try {
    process.kill(-pid, name);
  } catch {
    /* already gone */
  }
};

/** Asks a program and all it started to end and, after `graceMs`, insists. */
export async function end(child, graceMs = 10_000) {
  if (child.exitCode !== null || child.signalCode !== null || !child.pid) return;
  const gone = new Promise((resolve) => child.once('close', resolve));
  signal(child.pid, 'SIGTERM');
  const insist = setTimeout(() => signal(child.pid, 'SIGKILL'), graceMs);
  await gone;
  clearTimeout(insist);
}

/** From now on nothing is started: the steps that are under way come to nothing, and are not to begin anything behind our back. */
export function startNoMore() {
  closing = true;
}

/** Ends everything that is still running, whatever step was under way. */
export const endAll = async (graceMs = 20_000) =>
  void (await Promise.all([...running].map((child) => end(child, graceMs))));

export const isAlive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

/** True for a process that was started for this folder: its number alone may be somebody else's by now. */
function isOurs(pid, folder) {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(`${mark}=${folder}`);
  } catch {
    return false;
  }
}

/**
 * Ends what an earlier start of this folder left running when it was killed.
 * @returns {Promise<string[]>} what was ended
 */
export async function endOrphans(folder) {
  const notes = join(folder, 'processes');
  const left = [];
  for (const name of existsSync(notes) ? readdirSync(notes) : []) {
    const pid = Number(name);
    const what = readFileSync(join(notes, name), 'utf8');
    if (Number.isInteger(pid) && pid > 1 && isAlive(pid) && isOurs(pid, folder)) left.push({ pid, what });
    else rmSync(join(notes, name), { force: true });
  }
  for (const { pid } of left) signal(pid, 'SIGTERM');
  for (let waited = 0; left.some(({ pid }) => isAlive(pid)) && waited < 20_000; waited += 100) await pause(100);
  for (const { pid } of left) {
    if (isAlive(pid) && isOurs(pid, folder)) signal(pid, 'SIGKILL');
    rmSync(join(notes, String(pid)), { force: true });
  }
  return left.map(({ what }) => what.split('/').at(-1));
}

/**
 * Whether the start that a pid file names is still at work in this checkout.
 * @param {string} pidFile
 * @param {string} script its file name, such as demo.mjs
 */
export function isStarterAlive(pidFile, script) {
  if (!existsSync(pidFile)) return false;
  const pid = Number(readFileSync(pidFile, 'utf8'));
  if (!Number.isInteger(pid) || pid <= 1 || pid === process.pid || !isAlive(pid)) return false;
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(script);
  } catch {
    return false;
  }
}

/**
 * Keeps a program running: ended by itself it is started again, after pauses that grow while it does not stay up, for as
 * long as it takes.
 * @template {{ pid: number, exit: Promise<unknown>, stop: () => Promise<void> }} Running
 * @param {string} name as in "the database"
 * @param {Running} first
 * @param {{ again: () => Promise<Running>, mayStart?: () => boolean, say: (words: string) => void, firstPauseMs?: number, longestPauseMs?: number }} options
 */
export function supervise(
  name,
  first,
  { again, mayStart = () => true, say, firstPauseMs = 1000, longestPauseMs = 30_000 },
) {
  let current = first;
  let stopping = false;
  const rest = async (ms) => {
    for (let waited = 0; waited < ms && !stopping; waited += 100) await pause(100);
  };
  const watching = (async () => {
    let pauseMs = firstPauseMs;
    for (;;) {
      const upSince = Date.now();
      await current.exit;
      if (stopping || closing) return;
      if (Date.now() - upSince > 60_000) pauseMs = firstPauseMs;
      say(`${name} stopped. Starting it again …`);
      for (;;) {
        await rest(pauseMs);
        while (!mayStart() && !stopping && !closing) await pause(200);
        if (stopping || closing) return;
        pauseMs = Math.min(longestPauseMs, pauseMs * 2);
        try {
          current = await again();
          break;
        } catch (error) {
          if (stopping) return;
          say(
            `${name} did not come up: ${String(error?.message ?? error).split('\n')[0]} Trying again in ${Math.round(pauseMs / 1000)} s.`,
          );
        }
      }
      if (stopping) return void (await current.stop());
      say(`${name} is back.`);
    }
  })();
  return {
    /** The process that runs at present. */
    get pid() {
      return current.pid;
    },
    async stop() {
      stopping = true;
      await current.stop();
      await Promise.race([watching, pause(1000)]);
    },
  };
}
