import { endpoint } from '@/server/http/endpoint';
import { stopRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(({ context, params }) => stopRun(context, params.id));
