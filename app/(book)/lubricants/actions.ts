'use server';

import { z } from 'zod';
import { changing, identifier, typed, version } from '@/app/action';
import * as guns from '@/desk/store/guns';
import * as lubricants from '@/desk/store/lubricants';
import * as stock from '@/desk/store/stock';

export const createLubricant = changing('plan', lubricants.createLubricant, typed);
export const updateLubricant = changing('plan', lubricants.updateLubricant, identifier, version, typed);
export const addReplacement = changing('plan', lubricants.addReplacement, typed);
export const addStock = changing('store', stock.addStock, identifier, typed);
export const markStock = changing('store', stock.markStock, identifier, z.enum(['opened', 'emptied']));
export const createGun = changing('store', guns.createGun, typed);
export const calibrateGun = changing('store', guns.calibrateGun, identifier, typed);
