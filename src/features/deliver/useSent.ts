'use client';

import { useMemo } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Checked } from '@/core/checks/checkAll';
import { fallsShort } from '@/core/deliver/copySize';
import { type DeliveryPlan, isRendered, type PicturesSent } from '@/core/deliver/deliveryPlan';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { PhotoView } from '../describe/set/view';

/** Which pictures leave by a delivery plan, and what is to be said about them before. */
export interface Sent {
  /** In the order of the assignment, without those that are not sent. */
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
  deliveryPlan: DeliveryPlan,
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
      rated: (view) => ratingOf(view) >= deliveryPlan.rating,
    };
    const there = views.filter((view) => !view.isGone);
    const chosen = there.filter(means[deliveryPlan.pictures]);
    const failing = checked ? chosen.filter((view) => !passes(view)) : [];
    const held = new Set(holdsBack ? failing : []);
    const left = chosen.filter((view) => !held.has(view));
    const [first] = deliveryPlan.sizes;
    return {
      ids: left.map((view) => view.id),
      counts: Object.fromEntries(
        Object.entries(means).map(([way, is]) => [way, there.filter(is).length]),
      ) as unknown as Sent['counts'],
      failing,
      gone: views.filter((view) => view.isGone && means[deliveryPlan.pictures](view)),
      smaller:
        isRendered(deliveryPlan) && first && !deliveryPlan.enlarges
          ? left.filter(({ id }) => {
              const pixels = values?.get(id)?.file.pixels;
              return pixels && fallsShort(pixels, first);
            })
          : [],
    };
  }, [deliveryPlan, views, values, checked, selected, holdsBack]);
}
