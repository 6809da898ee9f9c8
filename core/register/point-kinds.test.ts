import { describe, expect, it } from 'vitest';
import { keysOf, materials } from '../compat/vocabulary';
import { dimensions } from '../units/parse-quantity';
import { machineForm, meterForm, pointForm, routeForm } from './forms';
import { statedTask, taskForm } from './task-form';
import { machineStateNames } from '../words/machine-states';
import { computesGrease, fieldsOf, pointKindNames, pointKinds, usualEnough } from './point-kinds';
import { calibrationForm, gunForm, replacementForm, stockForm } from '../store/store-room';

const problems = (
  schema: { safeParse: (values: unknown) => { error?: { issues: { path: PropertyKey[] }[] } | undefined } },
  values: unknown,
) => schema.safeParse(values).error?.issues.map(({ path }) => path.join('.')) ?? [];

describe.each(pointKindNames)('the kind %s', (kind) => {
  it('has a name, fields told apart by their keys, and bounds that make sense', () => {
    const fields = fieldsOf(kind);
    expect(pointKinds[kind].label).toMatch(/^[A-Z]/);
    expect(new Set(fields.map(({ key }) => key)).size).toBe(fields.length);
    for (const field of fields) {
      expect(field.label.length).toBeGreaterThan(2);
      if (field.type === 'quantity') {
        expect(Object.keys(dimensions)).toContain(field.dimension);
        expect(field.max).toBeGreaterThan(field.min ?? field.above ?? 0);
      }
      if (field.type === 'choice' && field.initial)
        expect(field.options.map(({ value }) => value)).toContain(field.initial);
    }
  });

  it('is entered with its usual answers and nothing else, unless sizes are needed', () => {
    const details = Object.fromEntries(
      fieldsOf(kind).flatMap((field) => (field.type === 'choice' && field.initial ? [[field.key, field.initial]] : [])),
    );
    const wrong = problems(pointForm, {
      kind,
      name: 'Point',
      location: 'Here',
      consequence: '2',
      machineState: 'any',
      details,
    });
    const needed = fieldsOf(kind)
      .filter((field) => field.required && field.type === 'quantity')
      .map(({ key }) => `details.${key}`);
    expect(wrong).toEqual(needed);
  });
});

it('films say how to tell that it is enough; metered points leave it to themselves', () => {
  expect(usualEnough('chain')).toContain('does not drip');
  expect(usualEnough('screw')).toContain('passes');
  expect(usualEnough('rolling-bearing')).toBe('');
  expect(pointKindNames.filter(computesGrease)).toEqual(['rolling-bearing', 'insert-bearing']);
});

describe('forms of the register', () => {
  const machine = {
    areaId: '01ARZ3NDEKTSV4RRFFQ69G5FAV',
    code: 'm-1',
    name: 'Fan',
    description: '',
    dutyHoursPerDay: '',
    fittingCount: '',
    energySources: [],
  };
  const meter = { name: 'Hours', unit: 'hours', rolloverAt: '', resolution: '0.1', maxPerDay: '24' };
  const task = {
    action: 'grease',
    title: 'Regrease',
    amountKind: 'grams',
    amount: '20',
    machineState: 'any',
    minutes: '5',
    when: '1000 h',
  };
  const point = { kind: 'rack', name: 'Rack', location: 'Mast', consequence: '2', machineState: 'any' };

  it.each([
    ['a machine without a code', machineForm, { ...machine, code: '' }, 'code'],
    ['a code with a blank', machineForm, { ...machine, code: 'M 1' }, 'code'],
    ['a code of 21 letters', machineForm, { ...machine, code: 'A'.repeat(21) }, 'code'],
    ['a machine of no area', machineForm, { ...machine, areaId: '' }, 'areaId'],
    ['25 hours a day', machineForm, { ...machine, dutyHoursPerDay: '25' }, 'dutyHoursPerDay'],
    [
      'an energy source without proof',
      machineForm,
      { ...machine, energySources: [{ source: 'mains', proofOfZero: '' }] },
      'energySources.0.proofOfZero',
    ],
    ['a meter without a step', meterForm, { ...meter, resolution: '' }, 'resolution'],
    ['a meter that counts pears', meterForm, { ...meter, unit: 'pears' }, 'unit'],
    ['a negative roll-over', meterForm, { ...meter, rolloverAt: '-1' }, 'rolloverAt'],
    ['a task without any limit', taskForm, { ...task, when: '' }, 'when'],
    ['grams without an amount', taskForm, { ...task, amount: '' }, 'amount'],
    ['a task of no minutes', taskForm, { ...task, minutes: '0' }, 'minutes'],
    ['days below one', taskForm, { ...task, when: '0.5 d' }, 'when'],
    ['an interval and a life', taskForm, { ...task, life: '2000 h' }, 'life'],
    ['a day of the year without its name', taskForm, { ...task, when: '', yearlyOn: '11-01' }, 'yearlyName'],
    ['a window wider than the interval', taskForm, { ...task, tolerancePct: '80' }, 'tolerancePct'],
    ['a point without a place', pointForm, { ...point, location: ' ' }, 'location'],
    ['a point of kind moon', pointForm, { ...point, kind: 'moon' }, 'kind'],
    ['a material nobody knows', pointForm, { ...point, materials: ['cheese'] }, 'materials.0'],
    ['a caution of 4001 characters', pointForm, { ...point, cautions: 'x'.repeat(4001) }, 'cautions'],
    ['a route without stops', routeForm, { code: 'R', name: 'Round', note: '', taskIds: [] }, 'taskIds'],
  ] as const)('%s is explained', (_, schema, values, field) => {
    expect(problems(schema as never, values)).toContain(field);
  });

  it.each(machineStateNames)('a point may need the machine %s', (machineState) => {
    expect(pointForm.safeParse({ ...point, machineState }).success).toBe(true);
  });

  it.each(['check', 'drain', 'clean', 'turn', 'retighten'])(
    'asks for no amount where nothing goes in: %s',
    (action) => {
      const form = taskForm.parse({ ...task, action, amount: '' });
      expect(statedTask(form).task).toMatchObject({ amountKind: 'to-mark', amount: null });
      expect(statedTask(taskForm.parse({ ...task, action })).task).toMatchObject({ amount: null });
    },
  );

  it('every material may be touched', () => {
    expect(pointForm.parse({ ...point, materials: keysOf(materials) }).materials).toHaveLength(
      keysOf(materials).length,
    );
  });
});

describe('forms of the store room', () => {
  const can = { batch: '1', container: 'can', amount: '5 L', receivedOn: '2026-01-02' };
  const gun = { code: 'G1', name: 'Gun', lubricantId: '01ARZ3NDEKTSV4RRFFQ69G5FAV', strokes: '20', massG: '24' };
  const former = {
    formerName: 'Old',
    lubricantId: '01ARZ3NDEKTSV4RRFFQ69G5FAV',
    source: 'manual',
    sourceText: 'Page 1',
    sourceOn: '2026-01-02',
  };

  it.each([
    ['a can without a batch', stockForm, { ...can, batch: '' }, 'batch'],
    ['a day that does not exist', stockForm, { ...can, receivedOn: '2026-02-30' }, 'receivedOn'],
    ['opened before it came', stockForm, { ...can, openedOn: '2026-01-01' }, 'openedOn'],
    ['half a stroke', calibrationForm, { strokes: '2.5', massG: '3' }, 'strokes'],
    ['strokes that weigh nothing', calibrationForm, { strokes: '20', massG: '0' }, 'massG'],
    ['grams in litres', calibrationForm, { strokes: '20', massG: '3 L' }, 'massG'],
    ['a gun for no grease', gunForm, { ...gun, lubricantId: '' }, 'lubricantId'],
    ['a former product of no name', replacementForm, { ...former, formerName: '' }, 'formerName'],
    ['a source without words', replacementForm, { ...former, sourceText: '' }, 'sourceText'],
    ['a source of no rank', replacementForm, { ...former, source: 'dream' }, 'source'],
  ] as const)('%s is explained', (_, schema, values, field) => {
    expect(problems(schema as never, values)).toContain(field);
  });

  it('take what is right', () => {
    expect(stockForm.parse(can)).toMatchObject({ openedOn: null, bestBeforeOn: null });
    expect(gunForm.parse(gun)).toMatchObject({ code: 'G1', strokes: 20, massG: 24, airPowered: false });
    expect(replacementForm.parse(former).note).toBe('');
  });
});
