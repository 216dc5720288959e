import { queryEndpoint } from '@/server/http/endpoint';
import { typedQuery } from '@/server/http/shapes/vocabulary';
import { completeTerm } from '@/server/operations/vocabulary/offerTerms';

export const GET = queryEndpoint(typedQuery)(({ context, query }) => completeTerm(context, query.typed));
