import { endpoint } from '@/server/http/endpoint';
import { removeColumnSet } from '@/server/operations/ledger/columnSets';

export const DELETE = endpoint<{ id: string }>(({ context, params }) => removeColumnSet(context, params.id));
