'use client';

import { useMemo } from 'react';
import { asText } from '@/core/catalogue/value';
import { fallsShort } from '@/core/deliver/copySize';
import { isRendered, type PicturesSent, type Recipe } from '@/core/deliver/recipe';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { Checked } from '../check/checked';
import type { PhotoView } from '../describe/set/view';

/** Which pictures leave by a recipe, and what is to be said about them before. */
export interface Sent {
  /** In the order of the assignment, without those that are held back. */
  readonly ids: readonly string[];
  /** How many each way of choosing means. */
  readonly counts: Readonly<Record<PicturesSent, number>>;
  /** Pictures that were chosen and fail something that must be. */
  readonly failing: readonly PhotoView[];
  /** Chosen, but their files are gone. */
  readonly gone: readonly PhotoView[];
  /** Smaller than the size that is asked for. */
  readonly smaller: readonly PhotoView[];
}

export function useSent(
  recipe: Recipe,
  views: readonly PhotoView[],
  values: ReadonlyMap<string, ListedValues> | undefined,
  {
    checked,
    selected,
    holdsBack,
  }: { checked: Checked | undefined; selected: ReadonlySet<string>; holdsBack: boolean },
): Sent {
  return useMemo(() => {
    const ratingOf = ({ id }: PhotoView) => Number(asText(values?.get(id)?.values.rating) || 0);
    const passes = ({ id }: PhotoView) => checked?.ready.has(id) ?? false;
    const means: Readonly<Record<PicturesSent, (view: PhotoView) => boolean>> = {
      all: () => true,
      passing: passes,
      selected: ({ id }) => selected.has(id),
      rated: (view) => ratingOf(view) >= recipe.rating,
    };
    const there = views.filter((view) => !view.isGone);
    const chosen = there.filter(means[recipe.pictures]);
    const failing = checked ? chosen.filter((view) => !passes(view)) : [];
    const held = new Set(holdsBack ? failing : []);
    const left = chosen.filter((view) => !held.has(view));
    const [first] = recipe.sizes;
    return {
      ids: left.map((view) => view.id),
      counts: Object.fromEntries(
        Object.entries(means).map(([way, is]) => [way, there.filter(is).length]),
      ) as unknown as Sent['counts'],
      failing,
      gone: views.filter((view) => view.isGone && means[recipe.pictures](view)),
      smaller:
        isRendered(recipe) && first && !recipe.enlarges
          ? left.filter(({ id }) => {
              const pixels = values?.get(id)?.file.pixels;
              return pixels && fallsShort(pixels, first);
            })
          : [],
    };
  }, [recipe, views, values, checked, selected, holdsBack]);
}
