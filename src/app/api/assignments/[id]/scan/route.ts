import { readFolderScan } from '@/server/follow/scanProgress';
import { endpoint } from '@/server/http/endpoint';

export const GET = endpoint<{ id: string }>(({ context, params }) => readFolderScan(context, params.id));
