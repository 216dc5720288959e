'use client';

import type { DeliveryPlan, PicturesSent } from '@/core/deliver/deliveryPlan';
import { counted } from '@/core/wording/counts';
import { labels as uiLabels } from '@/ui/words';
import { Choice } from '../Choice';
import { sentWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import type { Sent } from '../useSent';
import { labels } from '../words';
import { NumberLine, Way } from './parts';

const ways: readonly (readonly [PicturesSent, string])[] = [
  ['all', 'all of them'],
  ['passing', 'those that pass the check'],
  ['selected', 'those selected in Describe'],
  ['rated', 'those with a rating'],
];

/** Which pictures leave. */
export function PicturesChoice({
  deliveryPlan,
  change,
  sent,
}: {
  deliveryPlan: DeliveryPlan;
  change: ChangeDeliveryPlan;
  sent: Sent;
}) {
  return (
    <Choice label={uiLabels.pictures} words={sentWords(deliveryPlan, sent.ids.length)}>
      {ways.map(([pictures, words]) => (
        <Way
          key={pictures}
          name="pictures"
          words={words}
          hint={counted(sent.counts[pictures], 'picture')}
          isChosen={deliveryPlan.pictures === pictures}
          onChoose={() => change({ pictures })}
        >
          {pictures === 'rated' && (
            <NumberLine
              label={labels.ratingAtLeast}
              value={deliveryPlan.rating}
              least={1}
              most={5}
              onChange={(rating) => change({ rating })}
            />
          )}
        </Way>
      ))}
    </Choice>
  );
}
