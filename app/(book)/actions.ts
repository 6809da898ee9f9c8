'use server';

import { type Retirable, setInUse } from '@/desk/register/in-use';
import { change } from '../changes';

export const saveInUse = async (kind: Retirable, id: string, version: number, inUse: boolean) =>
  change((desk) => setInUse(desk, kind, id, version, inUse));
