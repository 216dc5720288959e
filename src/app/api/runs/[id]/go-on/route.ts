import { endpoint } from '@/server/http/endpoint';
import { goOnRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(({ context, params }) => goOnRun(context, params.id));
