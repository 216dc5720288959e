import { endpoint } from '@/server/http/endpoint';
import { readRun } from '@/server/operations/runs/runs';

export const GET = endpoint<{ id: string }>(({ context, params }) => readRun(context, params.id));
