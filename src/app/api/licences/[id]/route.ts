import { endpoint } from '@/server/http/endpoint';
import { removeLicence } from '@/server/operations/deliveries/licences';

export const DELETE = endpoint<{ id: string }>(({ context, params }) => removeLicence(context, params.id));
