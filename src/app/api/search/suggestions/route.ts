import { queryEndpoint } from '@/server/http/endpoint';
import { suggestionsQuery } from '@/server/http/shapes/queries';
import { suggest } from '@/server/operations/search/suggest';

export const GET = queryEndpoint(suggestionsQuery)(({ context, query }) => suggest(context, query.typed));
