'use client';

import { useQueryClient } from '@tanstack/react-query';
import { type Recipe, usualRecipe } from '@/core/deliver/recipe';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { takeAnswer } from '@/ui/takeAnswer';
import { useAutoSave } from '@/ui/useAutoSave';

/** How copies are to leave; kept with the assignment a moment after each change. */
export function useRecipe(assignment: Assignment) {
  const queries = useQueryClient();
  const written = useAutoSave<Recipe | null>({
    place: `recipe ${assignment.id}`,
    saved: assignment.recipe,
    readAgain: () => queries.invalidateQueries({ queryKey: queryKeys.assignment(assignment.id) }),
    save: async (recipe, met) => {
      const change: AssignmentChange = { ...(recipe ? { recipe } : {}), met: { recipe: met } };
      const changed = await apiRequest<Assignment>(`assignments/${assignment.id}`, 'PATCH', change);
      await takeAnswer(queries, queryKeys.assignment(assignment.id), changed);
      return changed.recipe;
    },
  });
  const recipe = written.value ?? usualRecipe;
  const change = (part: Partial<Recipe>) =>
    written.change((before) => ({ ...(before ?? usualRecipe), ...part }));
  return { recipe, change, written };
}
export type ChangeRecipe = ReturnType<typeof useRecipe>['change'];
