import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { addAssignment } from '../assign/assignments';
import { thePlant } from '../plant';
import { readBandUses } from '../read/band-uses';
import { projectMachines } from '../standing/projection';
import { storedStandings, smallPlant } from '../testing';
import { declareBand, saveBands } from './ambient-band';

describe('the plant’s own ambient bands', async () => {
  const db = await freshDatabase();
  const { ids, desk, newId } = await smallPlant(db);
  const band = (name: string, fromC: number | string, toC: number | string, was = '') => ({
    was,
    name,
    fromC: String(fromC),
    toC: String(toC),
  });
  const named = async () => (await thePlant(db)).ambientBands.map(({ name }) => name);
  const notes = () => db.Entry.count({ where: { kind: 'note' } });
  const winterOil = newId();
  await db.Lubricant.create({ id: winterOil, code: 'WIN', name: 'Winter grease', kind: 'grease', nlgi: '1' });

  it('are as many as the plant tells apart, and written down when they change', async () => {
    const three = [band('frost', -20, 0), band('mild', 0, 25), band('heat', 25, 45)];
    expect(await saveBands(desk, { bands: three })).toMatchObject({ ok: true });
    expect((await thePlant(db)).ambientBands).toEqual([
      { name: 'frost', fromC: -20, toC: 0 },
      { name: 'mild', fromC: 0, toC: 25 },
      { name: 'heat', fromC: 25, toC: 45 },
    ]);
    expect(await notes()).toBe(1);
    await saveBands(desk, { bands: three.map((each) => ({ ...each, was: each.name })) });
    expect(await notes()).toBe(1);
  });

  it.each([
    ['two of one name', [band('frost', -20, 0), band('Frost', 0, 25)], 'bands.1.name'],
    ['one that ends before it begins', [band('frost', 0, -20)], 'bands.0.toC'],
    ['one of one temperature', [band('frost', 5, 5)], 'bands.0.toC'],
    ['one without a name', [band(' ', -20, 0)], 'bands.0.name'],
    ['one without a temperature', [band('frost', '', 0)], 'bands.0.fromC'],
    ['one hotter than any surroundings', [band('frost', 0, 300)], 'bands.0.toC'],
  ])('refuses %s, in words at its field', async (_, bands, field) => {
    expect(await saveBands(desk, { bands })).toMatchObject({ ok: false, fields: { [field]: expect.any(String) } });
    expect(await named()).toEqual(['frost', 'mild', 'heat']);
  });

  it('take their assignments and what is due by them along under another name', async () => {
    await addAssignment(desk, ids.point, {
      ...{ source: 'manual', sourceText: 'Manual', sourceOn: '2026-01-02', climate: '', mounting: '' },
      ...{ lubricantId: winterOil, ambientBand: 'frost', overruledBecause: 'Tried in the cold.' },
    });
    expect(await declareBand(desk, 'frost')).toMatchObject({ ok: true });
    const swapped = [band('mild', -20, 0, 'frost'), band('frost', 0, 25, 'mild'), band('heat', 25, 45, 'heat')];
    expect(await saveBands(desk, { bands: swapped })).toMatchObject({ ok: true });
    expect((await db.Assignment.findOne({ where: { lubricantId: winterOil } }))!.ambientBand).toBe('mild');
    expect(await thePlant(db)).toMatchObject({ ambientBandNow: 'mild' });
    const before = await storedStandings(db);
    await projectMachines(db, [ids.machine]);
    expect(await storedStandings(db)).toEqual(before);
  });

  it('are not taken away while a lubricant is assigned for them', async () => {
    expect(await saveBands(desk, { bands: [band('frost', 0, 25, 'frost')] })).toMatchObject({
      ok: false,
      reason: expect.stringContaining('mild (1)'),
    });
    expect(await saveBands(desk, { bands: [band('mild', -20, 0, 'mild')] })).toMatchObject({ ok: true });
    expect(await named()).toEqual(['mild']);
  });

  it('show what is assigned for them', async () => {
    expect([...(await readBandUses(db))]).toEqual([
      ['mild', { count: 1, shown: [expect.objectContaining({ lubricant: 'WIN', number: 1 })] }],
    ]);
  });

  it('are not followed any more when the one that holds is taken away', async () => {
    await db.Assignment.destroy({ where: { lubricantId: winterOil } });
    expect(await saveBands(desk, { bands: [] })).toMatchObject({ ok: true });
    expect(await thePlant(db)).toMatchObject({ ambientBands: [], ambientBandNow: null, ambientBandSince: null });
  });
});
