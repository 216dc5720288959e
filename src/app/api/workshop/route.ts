import { endpoint } from '@/server/http/endpoint';
import { readWorkshop } from '@/server/operations/workshop/readWorkshop';

export const GET = endpoint(({ context }) => readWorkshop(context));
