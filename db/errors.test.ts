import { describe, expect, it } from 'vitest';
import { hindrance } from '@/desk/desk';
import { isBrokenOff, namesNothing } from './connection';
import { freshDatabase } from './testing';

const from = (errno: number, message = '') => Object.assign(new Error(message), { parent: { errno } });

describe('what keeps the database from its work', () => {
  it.each([
    [from(1114, 'The table is full'), 'disk-full'],
    [from(1021), 'disk-full'],
    [from(1026), 'disk-full'],
    [new Error('Got error 28 "No space left on device" from storage engine InnoDB'), 'disk-full'],
    [from(1213), 'busy'],
    [from(1205), 'busy'],
    [Object.assign(new Error(), { digest: 'BUSY' }), 'busy'],
    [Object.assign(new Error(), { code: 'ECONNREFUSED' }), 'unavailable'],
    [Object.assign(new Error(), { parent: { fatal: true } }), 'unavailable'],
    [from(1047, 'WSREP has not yet prepared node for application use'), 'unavailable'],
    [from(1062, 'Duplicate entry'), undefined],
    [new TypeError('a fault of ours'), undefined],
  ])('%s is %s', (error, code) => {
    expect(hindrance(error)?.code).toBe(code);
  });
});

describe('the database itself', async () => {
  const db = await freshDatabase();
  const refused = (sql: string) => expect(db.sequelize.query(sql)).rejects.toThrow(/CONSTRAINT .* failed/);

  it('says that something of another alphabet names nothing', async () => {
    const failed = await db.Machine.findByPk('é').catch((error: unknown) => error);
    expect(namesNothing(failed)).toBe(true);
    expect(namesNothing(await db.Machine.findByPk({} as never).catch((error: unknown) => error))).toBe(true);
    expect(await db.Machine.findByPk('nobody')).toBeNull();
  });

  it('finds nothing in a list of nothing', async () => {
    expect(await db.select('SELECT id FROM machine WHERE id IN (:ids)', { ids: [] })).toEqual([]);
  });

  it('begins work anew that was broken off in favour of others, and gives up on faults at once', async () => {
    let tries = 0;
    expect(
      await db.transaction(async () => {
        tries += 1;
        if (tries < 3) throw from(1213);
        return 'done';
      }),
    ).toBe('done');
    expect(tries).toBe(3);
    const fault = db.transaction(async () => {
      tries += 1;
      throw new TypeError('a fault of ours');
    });
    await expect(fault).rejects.toThrow('a fault of ours');
    expect(tries).toBe(4);
    expect(isBrokenOff(from(1205))).toBe(true);
  });

  it('stores no number that is none, and no interval without a limit', async () => {
    const point = (details: string) =>
      `INSERT INTO lube_point (id, machineId, number, walkPosition, kind, name, location, details, criticalPeriods, accessNote, cautions, doNots, createdAt, updatedAt) VALUES ('P', 'M', 1, 1, 'generic', 'x', '', '${details}', '[]', '', '', '', NOW(), NOW())`;
    for (const details of ['{"boreMm":null}', '{"boreMm":NaN}', '{"boreMm":Infinity}']) await refused(point(details));
    await refused(
      "INSERT INTO interval_stage (id, assignmentId, taskId, position, name, createdAt, updatedAt) VALUES ('S', 'A', 'T', 0, 'steady', NOW(), NOW())",
    );
    await refused(
      "INSERT INTO gun (id, code, name, lubricantId, gramsPerStroke, createdAt, updatedAt) VALUES ('G', 'G', 'G', 'L', 0, NOW(), NOW())",
    );
  });
});
