'use server';

import { calibrateGun, createGun } from '@/desk/store/guns';
import { addReplacement, createLubricant, updateLubricant } from '@/desk/store/lubricants';
import { addStock, markStock } from '@/desk/store/stock';
import { change } from '@/app/changes';

export const saveNewLubricant = async (values: unknown) => change((desk) => createLubricant(desk, values));
export const saveLubricant = async (id: string, version: number, values: unknown) =>
  change((desk) => updateLubricant(desk, id, version, values));
export const saveReplacement = async (values: unknown) => change((desk) => addReplacement(desk, values));
export const saveStock = async (lubricantId: string, values: unknown) =>
  change((desk) => addStock(desk, lubricantId, values));
export const noteStock = async (id: string, mark: 'opened' | 'emptied') => change((desk) => markStock(desk, id, mark));
export const saveGun = async (values: unknown) => change((desk) => createGun(desk, values));
export const saveCalibration = async (gunId: string, values: unknown) =>
  change((desk) => calibrateGun(desk, gunId, values));
