'use server';

import { z } from 'zod';
import { slug } from '@/core/procedure/step';
import { asking, changing, identifier, typed, version } from '@/app/action';
import * as assignments from '@/desk/assign/assignments';
import * as ambientBand from '@/desk/bulk/ambient-band';
import * as many from '@/desk/bulk/change-many';
import * as grid from '@/desk/bulk/grid';
import * as people from '@/desk/people/people';
import * as readings from '@/desk/bulk/import-readings';
import * as recomputed from '@/desk/plan/recomputed';
import * as taskTemplates from '@/desk/plan/task-templates';
import * as tasks from '@/desk/plan/tasks';
import * as capacity from '@/desk/register/capacity';
import * as floorPlan from '@/desk/register/floor-plan';
import * as machines from '@/desk/register/machines';
import * as meters from '@/desk/register/meters';
import * as outlines from '@/desk/register/outlines';
import * as points from '@/desk/register/points';
import * as reservoirs from '@/desk/register/reservoirs';
import * as models from '@/desk/register/templates';
import * as tricks from '@/desk/register/tricks';
import * as procedures from '@/desk/register/procedures';

export const createArea = changing(machines.createArea, typed);
export const createMachine = changing(machines.createMachine, typed);
export const updateMachine = changing(machines.updateMachine, identifier, version, typed);
export const saveCapacity = changing(capacity.saveCapacity, typed);
export const saveClosures = changing(machines.saveClosures, typed);
export const createMeter = changing(meters.createMeter, identifier, typed);
export const updateMeter = changing(meters.updateMeter, identifier, version, typed);
export const createPoint = changing(points.createPoint, identifier, typed);
export const updatePoint = changing(points.updatePoint, identifier, version, typed);
export const movePoint = changing(points.movePoint, identifier, z.enum(['up', 'down']));
export const createReservoir = changing(reservoirs.createReservoir, identifier, typed);
export const updateReservoir = changing(reservoirs.updateReservoir, identifier, version, typed);
export const confirmFill = changing(reservoirs.confirmFill, identifier);
export const saveFloorPlan = changing(floorPlan.saveFloorPlan, version, typed);
export const saveOutline = changing(outlines.saveOutline, identifier, version, typed);
export const judgeTrick = changing(tricks.judgeTrick, identifier, typed, z.enum(['approved', 'declined']));
const procedureRead = z.strictObject({ code: slug, version });
export const saveProcedure = changing(procedures.saveProcedure, procedureRead.nullable(), typed);
export const withdrawProcedure = changing(procedures.withdrawProcedure, procedureRead, z.boolean());
export const duplicateMachine = changing(models.duplicateMachine, identifier, typed);
export const makeModel = changing(models.makeModel, identifier, typed);
export const createFromModel = changing(models.createFromModel, typed);

export const addAssignment = changing(assignments.addAssignment, identifier, typed);
export const createTask = changing(tasks.createTask, identifier, typed);
export const updateTask = changing(tasks.updateTask, identifier, version, typed);
export const takeGreaseProposal = changing(tasks.takeGreaseProposal, identifier);
export const takeRecomputed = changing(recomputed.takeRecomputed, z.array(identifier).min(1).max(200));
export const takeOilLife = changing(tasks.takeOilLife, identifier, typed);
export const saveTaskTemplate = changing(
  taskTemplates.saveTaskTemplate,
  z.strictObject({ id: identifier, version }).nullable(),
  typed,
);
export const previewTemplate = asking(taskTemplates.previewTemplate, typed);
export const applyTemplate = changing(taskTemplates.applyTemplate, typed);

export const checkGrid = asking(grid.checkGrid, identifier, typed);
export const saveGrid = changing(grid.saveGrid, identifier, typed);
export const previewChange = asking(many.previewChange, typed);
export const applyChange = changing(many.applyChange, typed);
export const undoChange = changing(many.undoChange, identifier);
export const previewReadings = asking(readings.previewReadings, typed);
export const importReadings = changing(readings.importReadings, typed);
export const saveBands = changing(ambientBand.saveBands, typed);
export const declareBand = changing(ambientBand.declareBand, z.string().max(80));

export const addPerson = changing(people.addPerson, typed);
export const changePerson = changing(people.changePerson, identifier, typed);
export const setActive = changing(people.setActive, identifier, z.boolean());
