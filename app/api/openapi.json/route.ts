import { openly } from '../handling';
import { description } from './description';

/** The description of the whole interface. */
export const GET = openly(() => Response.json(description));
