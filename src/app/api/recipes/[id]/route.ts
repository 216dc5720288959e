import { endpoint } from '@/server/http/endpoint';
import { removeRecipe } from '@/server/operations/deliveries/recipes';

export const DELETE = endpoint<{ id: string }>(({ context, params }) => removeRecipe(context, params.id));
