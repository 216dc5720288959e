import { endpoint } from '@/server/http/endpoint';
import { listPhotos } from '@/server/operations/photos';

export const GET = endpoint<{ id: string }>(({ db, params }) => listPhotos(db, params.id));
