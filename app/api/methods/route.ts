import { describeMethod } from '@/core/method';
import { methods } from '@/core/methods';

/** Every published method with its schemas. */
export function GET() {
  return Response.json({ methods: methods.map(describeMethod) });
}
