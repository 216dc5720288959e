import { endpoint } from '@/server/http/endpoint';
import { unknownKeywords } from '@/server/operations/checklists/unknownKeywords';

export const GET = endpoint<{ id: string }>(({ context, params }) => unknownKeywords(context, params.id));
