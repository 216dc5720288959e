import { endpoint } from '@/server/http/endpoint';
import { startTakeBack } from '@/server/operations/startTakeBack';

export const POST = endpoint<{ id: string }>(({ params, once }) =>
  once((db) => startTakeBack(db, params.id)),
);
