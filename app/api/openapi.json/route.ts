import { description } from './description';

/** What this interface takes and answers, as OpenAPI 3.1. */
export const GET = () => Response.json(description);
