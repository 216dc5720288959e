import { endpoint } from '@/server/http/endpoint';
import { photoHistory } from '@/server/operations/photos/photoHistory';

export const GET = endpoint<{ id: string }>(({ context, params }) => photoHistory(context, params.id));
