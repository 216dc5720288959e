import { endpoint } from '@/server/http/endpoint';
import { typedQuery } from '@/server/http/shapes/vocabulary';
import { completeTerm } from '@/server/operations/vocabulary/offerTerms';

export const GET = endpoint(({ context, query }) => completeTerm(context, query(typedQuery).typed));
