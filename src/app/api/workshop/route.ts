import { queryEndpoint } from '@/server/http/endpoint';
import { workshopQuery } from '@/server/http/shapes/queries';
import { readWorkshop } from '@/server/operations/workshop/readWorkshop';

export const GET = queryEndpoint(workshopQuery)(({ context, query }) => readWorkshop(context, query));
