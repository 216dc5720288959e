import { endpoint } from '@/server/http/endpoint';
import { listRecipes } from '@/server/operations/deliveries/recipes';

export const GET = endpoint(({ context }) => listRecipes(context));
