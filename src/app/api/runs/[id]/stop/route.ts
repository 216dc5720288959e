import { endpoint } from '@/server/http/endpoint';
import { stopRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(({ db, params }) => stopRun(db, params.id));
