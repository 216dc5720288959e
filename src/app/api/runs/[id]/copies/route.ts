import { endpoint } from '@/server/http/endpoint';
import { matchCopies } from '@/server/operations/deliveries/deliveredFiles';

/** How the copies of a delivery compare with what is in its folder now. */
export const GET = endpoint<{ id: string }>(({ context, params }) => matchCopies(context, params.id));
