import { endpoint } from '@/server/http/endpoint';
import { foundPictures } from '@/server/operations/photos/foundPictures';

export const GET = endpoint<{ id: string }>(({ db, params }) => foundPictures(db, params.id));
