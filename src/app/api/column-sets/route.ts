import { endpoint } from '@/server/http/endpoint';
import { columnSet } from '@/server/http/shapes/describe';
import { keepColumnSet, listColumnSets } from '@/server/operations/ledger/columnSets';

export const GET = endpoint(({ context }) => listColumnSets(context));
export const PUT = endpoint(async ({ context, body }) => keepColumnSet(context, await body(columnSet)));
