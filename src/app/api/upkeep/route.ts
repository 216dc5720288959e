import { endpoint } from '@/server/http/endpoint';
import { readUpkeep } from '@/server/operations/upkeep/readUpkeep';

export const GET = endpoint(({ context }) => readUpkeep(context));
