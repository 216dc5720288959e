import type { Recipe } from '../../../core/deliver/recipe';
import { storedShape } from './shape';

export const recipeShape = storedShape<Recipe>('recipe of a delivery');
