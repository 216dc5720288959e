import { endpoint } from '@/server/http/endpoint';
import { enqueueFollow } from '@/server/jobs/queue';

/** Has the worker look what happened to the folders of an assignment outside. */
export const POST = endpoint<{ id: string }>(({ context, params }) => enqueueFollow(context.db, params.id));
