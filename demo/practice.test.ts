import { describe, expect, it } from 'vitest';
import { deviceFacts, enduranceNotice } from '@/core/dosing/devices';
import { greaseStrokes } from '@/core/grease/strokes';
import { cautionsBefore } from '@/core/words/cautions';
import { computeStored } from '@/core/method';
import { freshDatabase } from '@/db/testing';
import { ambientOf, chooseFor } from '@/desk/assign/choose';
import { readStoreRoom } from '@/desk/read/store-room';
import { loadTaskStates } from '@/desk/standing/states';
import { loadDemo } from './load';

/** Rules of the trade that the program itself knows, asked of every task of the demo plant. */
describe('the demo plant can be', async () => {
  const now = new Date('2026-05-13T10:00:00Z');
  const db = await freshDatabase();
  await loadDemo(db, now);
  const [states, points, machines, guns] = await Promise.all([
    loadTaskStates(db, now),
    db.LubePoint.findAll({ where: { retiredOn: null } }),
    db.Machine.findAll(),
    db.Gun.findAll({ order: [['code', 'ASC']] }),
  ]);
  const pointOf = new Map(points.map((point) => [point.id, point]));
  const machineOf = new Map(machines.map((machine) => [machine.id, machine]));
  const label = (state: (typeof states)[number]) =>
    `${state.machine.code}·${state.point.number} ${state.point.name}, ${state.title}`;

  it('doses: no hand greases more than sixty strokes', () => {
    const wrong = states.flatMap((state) => {
      const gun = guns.find(({ lubricantId }) => lubricantId === state.lubricant?.id);
      if (state.action !== 'grease' || state.amount.kind !== 'grams' || state.amount.value === null || !gun) return [];
      const run = computeStored(greaseStrokes, {
        massG: state.amount.value,
        gramsPerStroke: gun.gramsPerStroke,
        rounding: state.point.strokeRounding,
      });
      return !run.ok || run.result.strokes > 60
        ? [`${label(state)}: ${run.ok ? `${run.result.strokes} strokes` : run.reason}`]
        : [];
    });
    expect(wrong).toEqual([]);
  });

  it('endurance: no device runs empty before somebody comes', () => {
    const wrong = states.flatMap((state) => {
      if (state.action !== 'top-up' && state.action !== 'grease') return [];
      const point = pointOf.get(state.point.id)!;
      const hours = state.due.hourLine.hoursPerDay;
      const beside = points
        .filter(({ id, machineId, kind }) => id !== point.id && machineId === point.machineId && kind === point.kind)
        .map(({ details }) => details);
      const facts = deviceFacts(
        point.kind,
        point.details,
        hours,
        point.kind === 'central-lubricator-outlet' ? beside : [],
      );
      const notice = enduranceNotice(facts?.lastsDays, state.interval.stages, hours);
      return notice ? [`${label(state)}: ${notice.text}`] : [];
    });
    expect(wrong).toEqual([]);
  });

  it('states: what never stops is not stopped for a task', () => {
    const stopped = ['isolated', 'isolated-depressurised', 'stopped-powered'];
    const wrong = states
      .filter(
        ({ machine, machineState, triggers }) =>
          machineOf.get(machine.id)!.keepsRunning &&
          stopped.includes(machineState) &&
          // What is done in a shutdown waits for the day of it.
          !triggers.some(({ kind }) => kind === 'yearly'),
      )
      .map(label);
    expect(wrong).toEqual([]);
  });

  it('cautions: stand where something turns, and never speak of gloves there', () => {
    const wrong = states.flatMap((state) => {
      const { action, machineState, point } = state;
      const { kind } = point;
      const words = cautionsBefore({ action, machineState, kind }, point.cautions);
      const mayTurn = ['running-loaded', 'running-idle', 'any'].includes(machineState);
      if (/glove/i.test(words) && mayTurn) return [`${label(state)}: ${words}`];
      return ['grease', 'film', 'oil-change'].includes(action) && words === '' ? [`${label(state)}: none`] : [];
    });
    expect(wrong).toEqual([]);
  });

  it('isolation: a step that runs the machine says that hands, guards and locks come first', () => {
    const wrong = states
      .filter(({ machineState, procedureText }) => /isolated/.test(machineState) && /\brun/i.test(procedureText))
      .filter(({ procedureText }) => !/lock off/.test(procedureText))
      .map((state) => `${label(state)}: ${state.procedureText}`);
    expect(wrong).toEqual([]);
  });

  it('stock: whatever is used lies in the store room', async () => {
    const onHand = new Map((await readStoreRoom({ db, now })).map(({ lubricant, onHand }) => [lubricant.code, onHand]));
    const used = [...new Set(states.flatMap(({ lubricant }) => lubricant?.code ?? []))].sort();
    expect(used.filter((code) => !((onHand.get(code) ?? 0) > 0))).toEqual([]);
  });

  it('cold start and κ: no lubricant is too thick to start with, or leaves metals touching', async () => {
    const wrong: string[] = [];
    for (const point of points) {
      const state = states.find((each) => each.point.id === point.id);
      // What only waits for its change is told as that.
      if (!state?.lubricant || state.waitingChange) continue;
      const { candidates } = await chooseFor(db, point, await ambientOf(db, point.machineId));
      const { lubricant, judged } = candidates.find((each) => each.lubricant.id === state.lubricant!.id)!;
      // Slow bearings live on what their grease carries besides oil.
      const carries = lubricant.additives.some((additive) => additive === 'solid' || additive.startsWith('ep-'));
      for (const { level, rule, text } of judged.findings)
        if (level !== 'suits' && (rule === 'Cold start' || (text.includes('below 0.4') && !carries)))
          wrong.push(`${label(state)}: ${state.lubricant.code}, ${text}`);
    }
    expect(wrong).toEqual([]);
  });
});
