import type { WalkDocument } from '@/core/walk/document';
import type { Database } from '../desk';

/** A gun as a device needs it. */
export const walkGun = ({
  id,
  code,
  name,
  lubricantId,
  gramsPerStroke,
  airPowered = false,
}: InstanceType<Database['Gun']>): WalkDocument['guns'][number] => ({
  id,
  code,
  name,
  lubricantId,
  gramsPerStroke,
  airPowered,
});
