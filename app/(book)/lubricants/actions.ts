'use server';

import { z } from 'zod';
import { changing, identifier, typed, version } from '@/app/action';
import * as guns from '@/desk/store/guns';
import * as lubricants from '@/desk/store/lubricants';
import * as stock from '@/desk/store/stock';

export const createLubricant = changing(lubricants.createLubricant, typed);
export const updateLubricant = changing(lubricants.updateLubricant, identifier, version, typed);
export const addReplacement = changing(lubricants.addReplacement, typed);
export const addStock = changing(stock.addStock, identifier, typed);
export const markStock = changing(stock.markStock, identifier, z.enum(['opened', 'emptied']));
export const createGun = changing(guns.createGun, typed);
export const calibrateGun = changing(guns.calibrateGun, identifier, typed);
