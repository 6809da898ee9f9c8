import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { openLog } from './lib/log-file.mjs';
import { belongTo, end, endOrphans, isStarterAlive, pause, start, supervise } from './lib/processes.mjs';

const folder = mkdtempSync(join(tmpdir(), 'tagebuch-processes-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const isAlive = (pid: number) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
const sleeper = () => start(process.execPath, ['-e', 'setInterval(() => {}, 1000)'], { stdio: 'ignore' });

describe('programs of a folder', () => {
  belongTo(folder);

  it('are noted while they run, and end with what they started', async () => {
    const child = sleeper();
    expect(readdirSync(join(folder, 'processes'))).toEqual([String(child.pid)]);
    await end(child);
    expect(isAlive(child.pid!)).toBe(false);
    expect(readdirSync(join(folder, 'processes'))).toEqual([]);
  });

  it('are ended by the next start when they were left behind, and others are left alone', async () => {
    const orphan = sleeper();
    const note = join(folder, 'processes', '1');
    writeFileSync(note, 'somebody else');
    const own = join(folder, 'processes', String(process.pid));
    writeFileSync(own, 'not started for this folder');
    expect(await endOrphans(folder)).toEqual([process.execPath.split('/').at(-1)]);
    expect(isAlive(orphan.pid!)).toBe(false);
    expect(isAlive(process.pid)).toBe(true);
    expect(readdirSync(join(folder, 'processes'))).toEqual([]);
  });

  it('a pid file of a start that is gone, or whose number is another program’s, holds nobody up', () => {
    const file = join(folder, 'pid');
    for (const text of ['', 'abc', '999999999', String(process.ppid), String(process.pid)]) {
      writeFileSync(file, text);
      expect(isStarterAlive(file, 'demo.mjs')).toBe(false);
    }
  });
});

describe('a supervised program', () => {
  it('is started again, with growing pauses while it does not come up, and stopped for good when told', async () => {
    const said: string[] = [];
    let starts = 0;
    let exit = () => {};
    const running = () => ({
      pid: starts,
      exit: new Promise<void>((resolve) => {
        exit = resolve;
      }),
      stop: async () => exit(),
    });
    const watched = supervise('It', running(), {
      say: (words: string) => void said.push(words),
      firstPauseMs: 100,
      longestPauseMs: 200,
      again: async () => {
        starts += 1;
        if (starts < 3) throw new Error('died while starting');
        return running();
      },
    });
    exit();
    while (starts < 3) await pause(50);
    await pause(50);
    expect(said[0]).toBe('It stopped. Starting it again …');
    expect(said.filter((words) => words.includes('died while starting'))).toHaveLength(2);
    expect(said.at(-1)).toBe('It is back.');
    await watched.stop();
    await pause(300);
    expect(starts).toBe(3);
  });
});

describe('a log', () => {
  it('begins anew at its limit and keeps one predecessor', () => {
    const file = join(folder, 'some.log');
    const log = openLog(file, 1000);
    for (let line = 0; line < 300; line += 1) log.write(`line ${line}\n`);
    expect(statSync(file).size).toBeLessThan(1100);
    expect(readFileSync(file, 'utf8')).toContain('line 299');
    expect(readFileSync(`${file}.1`, 'utf8')).not.toBe('');
  });

  it('loses lines where it cannot write, says so later, and stops nobody', () => {
    const gone = join(folder, 'gone');
    const log = openLog(join(gone, 'some.log'));
    expect(() => log.write('lost')).not.toThrow();
    rmSync(gone, { force: true });
    writeFileSync(join(folder, 'x'), '');
    const back = openLog(join(folder, 'x', 'no.log'));
    expect(() => back.write('lost too')).not.toThrow();
  });
});
