import { readFolderScan } from '@/server/follow/scanProgress';
import { endpoint } from '@/server/http/endpoint';

export const GET = endpoint<{ id: string }>(async ({ context, params }) => ({
  scan: await readFolderScan(context, params.id),
}));
