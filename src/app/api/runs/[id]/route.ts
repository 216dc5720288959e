import { endpoint } from '@/server/http/endpoint';
import { readRun } from '@/server/operations/runs/runs';

export const GET = endpoint<{ id: string }>(({ db, params }) => readRun(db, params.id));
