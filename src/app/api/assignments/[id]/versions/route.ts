import { endpoint } from '@/server/http/endpoint';
import { listVersions } from '@/server/operations/photos/versions';

/** Groups of ids: pictures that are versions of one. */
export const GET = endpoint<{ id: string }>(({ context, params }) => listVersions(context, params.id));
