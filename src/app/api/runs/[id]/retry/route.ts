import { endpoint } from '@/server/http/endpoint';
import { retryRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(({ db, params }) => retryRun(db, params.id));
