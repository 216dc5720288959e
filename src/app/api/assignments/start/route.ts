import { endpoint } from '@/server/http/endpoint';
import { readStartTemplates } from '@/server/operations/assignments/startTemplates';

/** The templates that a new assignment can begin with. */
export const GET = endpoint(({ context }) => readStartTemplates(context));
