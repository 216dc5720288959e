import { writtenFieldIds } from '../../../core/catalogue/fields';
import { copyFormatIds } from '../../../core/deliver/copyFormats';
import { type DeliveryPlan, markPlaces } from '../../../core/deliver/deliveryPlan';
import { removals } from '../../../core/deliver/removal';
import type { DeliveryPlanText } from '../../operations/deliveries/deliveryPlans';
import type { PreviewRequest } from '../../operations/deliveries/previewCopy';
import type { DeliveryRequest } from '../../operations/deliveries/startDelivery';
import { schema } from '../body';
import { id, ids, list, nullable, object, text } from './parts';

const yes = { type: 'boolean' };
const whole = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum });
const amount = (maximum: number) => ({ type: 'number', exclusiveMinimum: 0, maximum });
const side = whole(1, 60_000);
const day = { anyOf: [{ const: '' }, { type: 'string', format: 'date' }] };

const size = {
  anyOf: [
    object({ by: { const: 'whole' } }),
    object({ by: { enum: ['long', 'short'] }, pixels: side }),
    object({ by: { const: 'box' }, width: side, height: side }),
    object({ by: { const: 'megapixels' }, amount: amount(1000) }),
    object({ by: { const: 'percent' }, amount: amount(1000) }),
  ],
};

const mark = object({
  text: text(300),
  image: { anyOf: [{ const: '' }, id] },
  font: { enum: ['serif', 'sans'] },
  place: { enum: [...markPlaces] },
  offset: { type: 'number', minimum: 0, maximum: 50 },
  size: { type: 'number', minimum: 0.5, maximum: 100 },
  strength: whole(1, 100),
  tiled: yes,
});

const licence = object({
  licensee: text(300),
  use: text(500),
  region: text(300),
  from: day,
  until: day,
  reference: text(120),
  isWritten: yes,
});

/** By its keys, so that a new one of a delivery plan is not forgotten here. */
const deliveryPlanParts: { readonly [K in keyof DeliveryPlan]: object } = {
  pictures: { enum: ['all', 'passing', 'selected', 'rated'] },
  rating: whole(1, 5),
  format: { enum: copyFormatIds },
  sizes: { ...list(size, 6), minItems: 1 },
  enlarges: yes,
  quality: whole(1, 100),
  mostKilobytes: whole(0, 1_000_000),
  profile: { enum: ['keep', 'srgb', 'p3'] },
  bits: { enum: [8, 16] },
  perInch: whole(0, 10_000),
  sharpening: { enum: [0, 1, 2, 3] },
  name: text(1000),
  folder: text(1000),
  path: text(4096),
  to: { enum: ['folder', 'archive', 'both'] },
  metadata: { enum: ['everything', 'rights', 'fields'] },
  fields: list({ enum: writtenFieldIds }, 200),
  withoutNotice: yes,
  removes: list({ enum: [...removals] }, removals.length),
  templates: list(id, 20),
  mark: nullable(mark),
  licence: nullable(licence),
  frozen: yes,
  checksums: yes,
  page: yes,
  checklist: text(40),
};
export const deliveryPlan = object(deliveryPlanParts);

export const deliveryPlanText = schema<DeliveryPlanText>(
  object({ name: text(120), deliveryPlan, met: deliveryPlan }, ['name', 'deliveryPlan']),
);
export const deliveryPlanUse = schema<{ deliveryPlanId: string }>(object({ deliveryPlanId: id }));

export const deliveryRequest = schema<DeliveryRequest>(
  object(
    {
      deliveryPlan,
      photoIds: { ...ids, minItems: 1 },
      openPoints: object({
        checklist: text(40),
        failing: whole(0, 100_000),
        decided: { enum: ['left-out', 'all-the-same'] },
      }),
    },
    ['deliveryPlan', 'photoIds'],
  ),
);

export const previewRequest = schema<PreviewRequest>(object({ deliveryPlan, photoId: id }));
