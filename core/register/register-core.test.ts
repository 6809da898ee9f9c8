import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointForm, reservoirForm } from './forms';
import { changedPoint } from './change-many';
import { columnOf, gridInput, placeCells, readAmount } from './grid';
import { completeOutline, fieldHeight, fieldWidth, usualOutline } from './outline';
import { lubricantForm } from '../store/store-room';

describe('pasted rows', () => {
  it('find their columns by headings in any order, and say which they do not know', () => {
    const { rows, unknown } = placeCells([
      ['Name', 'Type', 'Colour', 'RPM'],
      ['Motor bearing', 'Rolling bearing', 'red', '1500'],
      ['', '', '', ''],
    ]);
    expect(rows).toEqual([{ name: 'Motor bearing', kind: 'Rolling bearing', speedRpm: '1500' }]);
    expect(unknown).toEqual(['Colour']);
  });

  it('without headings go into the columns from the cell they were pasted into', () => {
    expect(placeCells([['Left end', 'Under the cover']], 'name').rows).toEqual([
      { name: 'Left end', location: 'Under the cover' },
    ]);
  });

  it.each([
    ['Where', 'location'],
    ['every h', 'hours'],
    ['TEMPERATURE', 'temperatureC'],
    ['Colour', undefined],
  ])('"%s" is the column %s', (heading, column) => {
    expect(columnOf(heading)).toBe(column);
  });

  it.each([
    ['20 g', 'grams', '20'],
    ['3,2 L', 'litres', '3,2'],
    ['40 drops', 'drops', '40'],
    ['2 passes', 'passes', '2'],
    ['6 strokes', 'strokes', '6'],
    ['film', 'film', ''],
    ['to the mark', 'to-mark', ''],
    ['15', 'litres', '15'],
    ['', 'litres', ''],
  ])('the amount "%s" is %s of %s', (text, amountKind, amount) => {
    expect(readAmount(text, 'litres')).toEqual({ amountKind, amount });
  });

  it('become the input of the forms; a bearing of known size takes its sizes from the designation', () => {
    const { point, lubricantCode, task } = gridInput({
      kind: 'rolling bearing',
      name: 'Motor bearing',
      location: 'Left',
      designation: '22220-K-W33',
      speedRpm: '990',
      temperatureC: '60',
      lubricant: 'g-22',
    });
    expect([lubricantCode, task]).toEqual(['G-22', null]);
    expect(pointForm.parse(point).details).toMatchObject({
      boreMm: 100,
      outsideDiameterMm: 180,
      widthMm: 46,
      bearingKind: 'spherical',
      feed: 'centre',
    });
  });

  it('an unknown designation is said beside it, and a known one gives way to typed sizes', () => {
    const form = (designation: string, boreMm = '') =>
      pointForm
        .safeParse(
          gridInput({
            kind: 'Rolling bearing',
            name: 'a',
            location: 'b',
            designation,
            speedRpm: '900',
            temperatureC: '50',
          }).point as never,
        )
        .error?.issues.map(({ path }) => path.join('.')) ?? boreMm;
    expect(form('9999-X')).toContain('details.designation');
  });
});

describe('a reservoir', () => {
  const plain = {
    name: 'Sump',
    mounting: 'B3',
    fillTable: [
      { position: 'B3', volumeL: '1.2', vent: '', drain: '' },
      { position: 'V5', volumeL: '1,8', vent: '', drain: '' },
    ],
  };
  const fields = (change: object) =>
    reservoirForm.safeParse({ ...plain, ...change }).error?.issues.map(({ path }) => path.join('.')) ?? [];

  it('reads its table', () => {
    expect(reservoirForm.parse(plain).fillTable[1]).toMatchObject({ position: 'V5', volumeL: 1.8 });
  });

  it.each([
    [{ mounting: 'B8' }, 'mounting'],
    [
      { fillTable: [...plain.fillTable, { position: 'b3', volumeL: '2', vent: '', drain: '' }] },
      'fillTable.2.position',
    ],
    [{ fillTable: [{ position: 'B3', volumeL: '-1', vent: '', drain: '' }] }, 'fillTable.0.volumeL'],
    [{ levelMarks: [{ levelMm: '0', volumeL: '1' }] }, 'levelMarks.0.levelMm'],
    [
      {
        levelMarks: [
          { levelMm: '0', volumeL: '2' },
          { levelMm: '10', volumeL: '1' },
        ],
      },
      'levelMarks.0.levelMm',
    ],
  ])('explains %j at %s', (change, field) => {
    expect(fields(change)).toContain(field);
  });
});

describe('a lubricant', () => {
  const plain = { code: 'o-220', name: 'Gear oil', kind: 'gear-ep', isoVg: '220' };
  const fields = (change: object) =>
    lubricantForm.safeParse({ ...plain, ...change }).error?.issues.map(({ path }) => path.join('.')) ?? [];

  it('has an upper-case house code', () => {
    expect(lubricantForm.parse(plain)).toMatchObject({ code: 'O-220', isoVg: 220, baseOil: null });
  });

  it.each([
    [{ isoVg: '' }, 'isoVg'],
    [{ isoVg: '57' }, 'isoVg'],
    [{ kind: 'grease' }, 'nlgi'],
    [{ thickener: 'lithium' }, 'thickener'],
    [{ kv40: '100', kv100: '120' }, 'kv100'],
    [{ lowerC: '90', upperC: '80' }, 'upperC'],
    [{ code: 'a code far too long' }, 'code'],
    [{ kv40: '1,500' }, 'kv40'],
    [{ densityGCm3: '9' }, 'densityGCm3'],
  ])('%j is explained at %s', (change, field) => {
    expect(fields(change)).toContain(field);
  });
});

describe('many points at once', () => {
  const point = {
    kind: 'rolling-bearing',
    machineState: 'any',
    consequence: 2,
    cautions: 'Hot.',
    doNots: '',
    accessNote: '',
    enoughSign: '',
    forbidsAirGun: false,
    materials: ['nbr'],
    details: { temperatureC: 60 },
  } as const;

  it.each([
    ['machineState', 'isolated', { machineState: 'isolated' }],
    ['consequence', '4', { consequence: 4 }],
    ['cautions', 'Ladder.', { cautions: 'Hot. Ladder.' }],
    ['material', 'bronze', { materials: ['nbr', 'bronze'] }],
    ['temperatureC', '158 °F', { details: { temperatureC: 70 } }],
    ['forbidsAirGun', 'yes', { forbidsAirGun: true }],
  ] as const)('%s to %s', (field, value, patch) => {
    expect(changedPoint(point, { field, value })).toMatchObject({ skipped: null, patch });
  });

  it.each([
    ['machineState', 'any'],
    ['cautions', 'Hot.'],
    ['material', 'nbr'],
    ['temperatureC', '60'],
    ['temperatureC', '9000'],
    ['temperatureC', 'warm'],
  ] as const)('%s to %s leaves the point alone and says why', (field, value) => {
    expect(changedPoint(point, { field, value }).skipped).toBeTruthy();
  });

  it('leaves points of another kind alone', () => {
    expect(changedPoint({ ...point, kind: 'rack' }, { field: 'temperatureC', value: '60' })).toMatchObject({
      skipped: expect.stringContaining('kind'),
    });
  });

  it('the undoing of a change restores what was', () => {
    const { undo } = changedPoint(point, { field: 'cautions', value: 'Ladder.' });
    expect(undo).toEqual({ cautions: 'Hot.' });
  });
});

describe('the outline', () => {
  it('places every point inside the field, none on another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), (count) => {
        const places = Object.values(
          usualOutline(
            'm',
            Array.from({ length: count }, (_, index) => `p${index}`),
          ).points,
        );
        expect(places).toHaveLength(count);
        expect(places.every(([x, y]) => x >= 0 && x <= fieldWidth && y >= 0 && y <= fieldHeight)).toBe(true);
        expect(new Set(places.map(String)).size).toBe(count);
      }),
    );
  });

  it('keeps what was drawn and adds what came since', () => {
    expect(completeOutline({ boxes: [], points: { a: [1, 2], gone: [3, 4] } }, 'm', ['a', 'b']).points).toMatchObject({
      a: [1, 2],
      b: expect.any(Array),
    });
    expect(
      completeOutline({ boxes: [], points: { a: [1, 2], gone: [3, 4] } }, 'm', ['a', 'b']).points,
    ).not.toHaveProperty('gone');
  });
});
