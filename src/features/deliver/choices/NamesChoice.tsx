'use client';

import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import { Field } from '@/ui/Field';
import { labels as uiLabels } from '@/ui/words';
import { LazyPatternField } from '../../bringIn/LazyPatternField';
import type { Patterns } from '../../bringIn/usePatterns';
import { Choice } from '../Choice';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';

interface Props {
  readonly deliveryPlan: DeliveryPlan;
  readonly change: ChangeDeliveryPlan;
  readonly patterns: Patterns;
  /** What the shown copy is called. */
  readonly example: string | undefined;
}

/** How copies are called, and in which folders they go. */
export function NamesChoice({ deliveryPlan, change, patterns, example }: Props) {
  const named =
    deliveryPlan.name.trim() === '' ? 'as the pictures are called' : (example ?? deliveryPlan.name);
  const words = deliveryPlan.folder.trim() === '' ? named : `${named}, in folders`;
  return (
    <Choice label={uiLabels.names} words={words} width="32rem">
      <Field dense labelled width="6rem" label={uiLabels.names}>
        <LazyPatternField
          label={uiLabels.names}
          value={deliveryPlan.name}
          onChange={(name) => change({ name })}
          empty="as the pictures are called"
          ready={patterns.names}
          example={example}
          {...patterns.offers}
        />
      </Field>
      <Field dense labelled width="6rem" label={uiLabels.folders}>
        <LazyPatternField
          label={uiLabels.folders}
          value={deliveryPlan.folder}
          onChange={(folder) => change({ folder })}
          empty="none"
          ready={patterns.folders}
          example={example}
          {...patterns.offers}
        />
      </Field>
    </Choice>
  );
}
