import { endpoint } from '@/server/http/endpoint';
import { recipeText, recipeUse } from '@/server/http/shapes/deliveries';
import { keepRecipe, useRecipe } from '@/server/operations/deliveries/recipes';

type Params = { id: string };
/** Keeps the recipe of this assignment under a name. */
export const POST = endpoint<Params>(async ({ context, body, params }) =>
  keepRecipe(context, params.id, await body(recipeText)),
);
/** Takes a kept recipe. */
export const PUT = endpoint<Params>(async ({ context, body, params }) =>
  useRecipe(context, params.id, (await body(recipeUse)).recipeId),
);
