import { endpoint } from '@/server/http/endpoint';
import { startTakeBack } from '@/server/operations/startTakeBack';

export const POST = endpoint<{ id: string }>(({ db, params }) => startTakeBack(db, params.id));
