import { endpoint } from '@/server/http/endpoint';
import { readShelf } from '@/server/operations/templateShelf';

export const GET = endpoint(({ db }) => readShelf(db));
