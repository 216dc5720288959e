import { endpoint } from '@/server/http/endpoint';
import { readPhotoFacts } from '@/server/operations/photos/photoFacts';

export const GET = endpoint<{ id: string }>(({ context, params }) => readPhotoFacts(context, params.id));
