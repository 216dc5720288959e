import { endpoint } from '@/server/http/endpoint';
import { namesShown } from '@/server/operations/photos/namesShown';

/** Names that are in Person Shown somewhere in the assignment. */
export const GET = endpoint<{ id: string }>(({ context, params }) => namesShown(context, params.id));
