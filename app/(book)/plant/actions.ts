'use server';

import { revalidatePath } from 'next/cache';
import { addAssignment } from '../../../desk/assign/assignments';
import type { Desk } from '../../../desk/desk';
import { createTask, takeGreaseProposal } from '../../../desk/plan/tasks';
import { createArea, createMachine, updateMachine } from '../../../desk/register/machines';
import { createMeter, updateMeter } from '../../../desk/register/meters';
import { createPoint, movePoint, updatePoint } from '../../../desk/register/points';
import { type ActionResult, act } from '../../server';

/** Runs a change of the register and lets every page of it be made anew. */
async function change<Value>(work: (desk: Desk) => Promise<ActionResult<Value>>): Promise<ActionResult<Value>> {
  const result = await act(work);
  if (result.ok) revalidatePath('/', 'layout');
  return result;
}

export const saveArea = async (values: unknown) => change((desk) => createArea(desk, values));
export const saveNewMachine = async (values: unknown) => change((desk) => createMachine(desk, values));
export const saveMachine = async (id: string, version: number, values: unknown) => change((desk) => updateMachine(desk, id, version, values));
export const saveNewMeter = async (machineId: string, values: unknown) => change((desk) => createMeter(desk, machineId, values));
export const saveMeter = async (id: string, version: number, values: unknown) => change((desk) => updateMeter(desk, id, version, values));
export const saveNewPoint = async (machineId: string, values: unknown) => change((desk) => createPoint(desk, machineId, values));
export const savePoint = async (id: string, version: number, values: unknown) => change((desk) => updatePoint(desk, id, version, values));
export const shiftPoint = async (id: string, direction: 'up' | 'down') => change((desk) => movePoint(desk, id, direction));
export const saveAssignment = async (pointId: string, values: unknown) => change((desk) => addAssignment(desk, pointId, values));
export const saveTask = async (pointId: string, values: unknown) => change((desk) => createTask(desk, pointId, values));
export const takeComputed = async (pointId: string) => change((desk) => takeGreaseProposal(desk, pointId));
