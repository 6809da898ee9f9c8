'use server';

import { z } from 'zod';
import { slug } from '@/core/procedure/step';
import { asking, changing, identifier, typed, version } from '@/app/action';
import { whence } from '@/app/session';
import * as assignments from '@/desk/assign/assignments';
import * as ambientBand from '@/desk/bulk/ambient-band';
import * as many from '@/desk/bulk/change-many';
import * as grid from '@/desk/bulk/grid';
import * as devices from '@/desk/people/devices';
import * as forgetting from '@/desk/people/forget';
import * as clients from '@/desk/people/machine-clients';
import * as people from '@/desk/people/people';
import * as readings from '@/desk/bulk/import-readings';
import * as recomputed from '@/desk/plan/recomputed';
import * as taskTemplates from '@/desk/plan/task-templates';
import * as tasks from '@/desk/plan/tasks';
import * as capacity from '@/desk/register/capacity';
import * as settings from '@/desk/register/plant-settings';
import * as floorPlan from '@/desk/register/floor-plan';
import * as machines from '@/desk/register/machines';
import * as meters from '@/desk/register/meters';
import * as outlines from '@/desk/register/outlines';
import * as points from '@/desk/register/points';
import * as reservoirs from '@/desk/register/reservoirs';
import * as models from '@/desk/register/templates';
import * as tricks from '@/desk/register/tricks';
import * as procedures from '@/desk/register/procedures';

export const createArea = changing('plan', machines.createArea, typed);
export const createMachine = changing('plan', machines.createMachine, typed);
export const updateMachine = changing('plan', machines.updateMachine, identifier, version, typed);
export const savePlantSettings = changing('settings', settings.savePlantSettings, typed);
export const saveCapacity = changing('settings', capacity.saveCapacity, typed);
export const saveClosures = changing('settings', machines.saveClosures, typed);
export const createMeter = changing('plan', meters.createMeter, identifier, typed);
export const updateMeter = changing('plan', meters.updateMeter, identifier, version, typed);
export const createPoint = changing('plan', points.createPoint, identifier, typed);
export const updatePoint = changing('plan', points.updatePoint, identifier, version, typed);
export const movePoint = changing('plan', points.movePoint, identifier, z.enum(['up', 'down']));
export const createReservoir = changing('plan', reservoirs.createReservoir, identifier, typed);
export const updateReservoir = changing('plan', reservoirs.updateReservoir, identifier, version, typed);
export const confirmFill = changing('plan', reservoirs.confirmFill, identifier);
export const saveFloorPlan = changing('plan', floorPlan.saveFloorPlan, version, typed);
export const saveOutline = changing('plan', outlines.saveOutline, identifier, version, typed);
export const judgeTrick = changing('plan', tricks.judgeTrick, identifier, typed, z.enum(['approved', 'declined']));
const procedureRead = z.strictObject({ code: slug, version });
export const saveProcedure = changing('plan', procedures.saveProcedure, procedureRead.nullable(), typed);
export const withdrawProcedure = changing('plan', procedures.withdrawProcedure, procedureRead, z.boolean());
export const duplicateMachine = changing('plan', models.duplicateMachine, identifier, typed);
export const makeModel = changing('plan', models.makeModel, identifier, typed);
export const createFromModel = changing('plan', models.createFromModel, typed);

export const addAssignment = changing('plan', assignments.addAssignment, identifier, typed);
export const createTask = changing('plan', tasks.createTask, identifier, typed);
export const updateTask = changing('plan', tasks.updateTask, identifier, version, typed);
export const takeGreaseProposal = changing('plan', tasks.takeGreaseProposal, identifier);
export const takeRecomputed = changing('plan', recomputed.takeRecomputed, z.array(identifier).min(1).max(200));
export const takeOilLife = changing('plan', tasks.takeOilLife, identifier, typed);
export const saveTaskTemplate = changing(
  'plan',
  taskTemplates.saveTaskTemplate,
  z.strictObject({ id: identifier, version }).nullable(),
  typed,
);
export const previewTemplate = asking('plan', taskTemplates.previewTemplate, typed);
export const applyTemplate = changing('plan', taskTemplates.applyTemplate, typed);

export const checkGrid = asking('plan', grid.checkGrid, identifier, typed);
export const saveGrid = changing('plan', grid.saveGrid, identifier, typed);
export const previewChange = asking('plan', many.previewChange, typed);
export const applyChange = changing('plan', many.applyChange, typed);
export const undoChange = changing('plan', many.undoChange, identifier);
export const previewReadings = asking('import', readings.previewReadings, typed);
export const importReadings = changing('import', readings.importReadings, typed);
export const saveBands = changing('settings', ambientBand.saveBands, typed);
export const declareBand = changing('plan', ambientBand.declareBand, z.string().max(80));

export const addPerson = changing('administer', people.addPerson, typed);
export const changePerson = changing('administer', people.changePerson, identifier, typed);
export const setActive = changing('administer', people.setActive, identifier, z.boolean());
export const forgetPerson = changing('administer', forgetting.forgetPerson, identifier);
export const enrolDevice = changing(
  'administer',
  async (desk, form: unknown, brought: unknown) =>
    devices.enrolDevice(desk, form, brought, (await whence()).deviceToken),
  typed,
  typed,
);
export const withdrawDevice = changing('administer', devices.withdrawDevice, identifier);
export const makeSignInLink = changing('administer', people.makeSignInLink, identifier);
export const endSessionOf = changing('administer', people.endSessionOf, identifier, identifier);
export const addClient = changing('administer', clients.addClient, typed);
export const endClient = changing('administer', clients.endClient, identifier);
