import { endpoint } from '@/server/http/endpoint';
import { foundPictures } from '@/server/operations/foundPictures';

export const GET = endpoint<{ id: string }>(({ db, params }) => foundPictures(db, params.id));
