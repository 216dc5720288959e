import { endpoint } from '@/server/http/endpoint';
import { readShelf } from '@/server/operations/templates/templateShelf';

export const GET = endpoint(({ context }) => readShelf(context));
