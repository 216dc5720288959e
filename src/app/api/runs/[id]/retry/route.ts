import { endpoint } from '@/server/http/endpoint';
import { retryRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(({ context, params }) => retryRun(context, params.id));
