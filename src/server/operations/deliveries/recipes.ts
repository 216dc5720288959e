import { isDeepStrictEqual } from 'node:util';
import { asc, eq } from 'drizzle-orm';
import type { Recipe } from '../../../core/deliver/recipe';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { recipes } from '../../db/schema/deliveries';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { type Assignment, readAssignment } from '../assignments/assignments';

export interface KeptRecipe {
  readonly id: string;
  readonly name: string;
  readonly recipe: Recipe;
  /** ISO 8601; null: not used so far. */
  readonly lastUsed: string | null;
}

/** All kept recipes by name. */
export async function listRecipes(context: Context): Promise<KeptRecipe[]> {
  const rows = await context.db.select().from(recipes).orderBy(asc(recipes.name));
  return rows.map(({ id, name, recipe, lastUsed }) => ({
    id,
    name,
    recipe,
    lastUsed: lastUsed?.toISOString() ?? null,
  }));
}

export interface RecipeText {
  readonly name: string;
  readonly recipe: Recipe;
  /** The recipe as it was seen, where it is to be changed: another one there now is a conflict. */
  readonly met?: Recipe;
}

/** Keeps a recipe under a new name, or in place of the one that was met; the assignment uses it from now on. */
export async function keepRecipe(
  context: Context,
  assignmentId: string,
  { name, recipe, met }: RecipeText,
): Promise<{ id: string }> {
  const named = name.replace(/\s+/g, ' ').trim();
  if (named === '') throw failure('name-missing', { what: 'the recipe' });
  return inTransaction(context, async (tx) => {
    const [there] = await tx.db.select().from(recipes).where(eq(recipes.name, named)).for('update');
    const isSame = there && (isDeepStrictEqual(there.recipe, met) || isDeepStrictEqual(there.recipe, recipe));
    if (there && !isSame)
      throw failure(met ? 'recipe-changed-elsewhere' : 'recipe-named-twice', { name: named });
    const [row] = there
      ? await tx.db
          .update(recipes)
          .set({ recipe })
          .where(eq(recipes.id, there.id))
          .returning({ id: recipes.id })
      : await tx.db
          .insert(recipes)
          .values({ name: named, recipe })
          .onConflictDoNothing()
          .returning({ id: recipes.id });
    // Another window was quicker with this name.
    if (!row) throw failure('recipe-named-twice', { name: named });
    await tx.db.update(assignments).set({ recipe, recipeId: row.id }).where(eq(assignments.id, assignmentId));
    await announce(tx.db, { kind: 'assignment', id: assignmentId });
    await announce(tx.db, { kind: 'recipes', id: row.id });
    return row;
  });
}

/** Puts a kept recipe in use. */
export async function useRecipe(
  context: Context,
  assignmentId: string,
  recipeId: string,
): Promise<Assignment> {
  const [row] = await context.db.select().from(recipes).where(eq(recipes.id, recipeId));
  const { recipe } = required(row, 'recipe');
  await context.db.update(assignments).set({ recipe, recipeId }).where(eq(assignments.id, assignmentId));
  await announce(context.db, { kind: 'assignment', id: assignmentId });
  return readAssignment(context, assignmentId);
}

/** Removes a kept recipe; assignments keep what they took from it. */
export async function removeRecipe(context: Context, id: string): Promise<void> {
  await context.db.update(assignments).set({ recipeId: null }).where(eq(assignments.recipeId, id));
  await context.db.delete(recipes).where(eq(recipes.id, id));
  await announce(context.db, { kind: 'recipes', id });
}
