import { endpoint } from '@/server/http/endpoint';
import { foundPictures } from '@/server/operations/photos/foundPictures';

export const GET = endpoint<{ id: string }>(({ context, params }) => foundPictures(context, params.id));
