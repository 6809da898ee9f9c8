'use server';

import { addAssignment } from '@/desk/assign/assignments';
import { declareBand } from '@/desk/bulk/ambient-band';
import { createTask, takeGreaseProposal, takeOilLife, updateTask } from '@/desk/plan/tasks';
import { applyChange, previewChange, undoChange } from '@/desk/bulk/change-many';
import { checkGrid, saveGrid } from '@/desk/bulk/grid';
import { importReadings, previewReadings } from '@/desk/bulk/import-readings';
import { createArea, createMachine, saveClosures, updateMachine } from '@/desk/register/machines';
import { createMeter, updateMeter } from '@/desk/register/meters';
import { saveOutline } from '@/desk/register/outlines';
import { createPoint, movePoint, updatePoint } from '@/desk/register/points';
import { confirmFill, createReservoir, updateReservoir } from '@/desk/register/reservoirs';
import { applyTemplate, previewTemplate, saveTaskTemplate } from '@/desk/plan/task-templates';
import { createFromModel, duplicateMachine, makeModel } from '@/desk/register/templates';
import { change } from '@/app/changes';
import { act } from '@/app/server';

export const saveArea = async (values: unknown) => change((desk) => createArea(desk, values));
export const saveNewMachine = async (values: unknown) => change((desk) => createMachine(desk, values));
export const saveMachine = async (id: string, version: number, values: unknown) =>
  change((desk) => updateMachine(desk, id, version, values));
export const saveNewMeter = async (machineId: string, values: unknown) =>
  change((desk) => createMeter(desk, machineId, values));
export const saveMeter = async (id: string, version: number, values: unknown) =>
  change((desk) => updateMeter(desk, id, version, values));
export const saveOilLife = async (taskId: string, values: unknown) =>
  change((desk) => takeOilLife(desk, taskId, values));
export const keepClosures = async (values: unknown) => change((desk) => saveClosures(desk, values));
export const saveTemplate = async (known: { id: string; version: number } | null, values: unknown) =>
  change((desk) => saveTaskTemplate(desk, known, values));
export const tryTemplate = async (values: unknown) => act((desk) => previewTemplate(desk, values));
export const keepTemplate = async (values: unknown) => change((desk) => applyTemplate(desk, values));
export const tryImport = async (values: unknown) => act((desk) => previewReadings(desk, values));
export const confirmImport = async (values: unknown) => change((desk) => importReadings(desk, values));
export const saveNewPoint = async (machineId: string, values: unknown) =>
  change((desk) => createPoint(desk, machineId, values));
export const savePoint = async (id: string, version: number, values: unknown) =>
  change((desk) => updatePoint(desk, id, version, values));
export const shiftPoint = async (id: string, direction: 'up' | 'down') =>
  change((desk) => movePoint(desk, id, direction));
export const saveAssignment = async (pointId: string, values: unknown) =>
  change((desk) => addAssignment(desk, pointId, values));
export const saveTask = async (pointId: string, values: unknown) => change((desk) => createTask(desk, pointId, values));
export const changeTask = async (id: string, version: number, values: unknown) =>
  change((desk) => updateTask(desk, id, version, values));
export const takeComputed = async (pointId: string) => change((desk) => takeGreaseProposal(desk, pointId));
export const saveNewReservoir = async (machineId: string, values: unknown) =>
  change((desk) => createReservoir(desk, machineId, values));
export const saveReservoir = async (id: string, version: number, values: unknown) =>
  change((desk) => updateReservoir(desk, id, version, values));
export const confirmReservoir = async (id: string) => change((desk) => confirmFill(desk, id));
export const saveDrawing = async (machineId: string, version: number, values: unknown) =>
  change((desk) => saveOutline(desk, machineId, version, values));
export const saveCopy = async (machineId: string, values: unknown) =>
  change((desk) => duplicateMachine(desk, machineId, values));
export const saveModel = async (machineId: string, values: unknown) =>
  change((desk) => makeModel(desk, machineId, values));
export const saveFromModel = async (values: unknown) => change((desk) => createFromModel(desk, values));
export const tryGrid = async (machineId: string, values: unknown) => act((desk) => checkGrid(desk, machineId, values));
export const keepGrid = async (machineId: string, values: unknown) =>
  change((desk) => saveGrid(desk, machineId, values));
export const tryMany = async (values: unknown) => act((desk) => previewChange(desk, values));
export const keepMany = async (values: unknown) => change((desk) => applyChange(desk, values));
export const takeManyBack = async (changeSetId: string) => change((desk) => undoChange(desk, changeSetId));
export const saveBand = async (band: string) => change((desk) => declareBand(desk, band));
