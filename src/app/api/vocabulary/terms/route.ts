import { endpoint } from '@/server/http/endpoint';
import { listTerms } from '@/server/operations/vocabulary/listTerms';

export const GET = endpoint(({ context }) => listTerms(context));
