import { describeMethod } from '@/core/method';
import { methods } from '@/core/methods';
import { openly } from '../handling';

/** Every published method with its schemas. */
export const GET = openly(() => Response.json({ methods: methods.map(describeMethod) }));
