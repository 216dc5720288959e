import path from 'node:path';
import type { FieldId } from '../../../core/catalogue/fields';
import { type FieldValue, sameValue } from '../../../core/catalogue/value';
import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import { stemOf } from '../../../core/naming/shots';
import type { Context } from '../../context';
import { required } from '../../problems/errors';
import { outside } from '../../readers/readers';
import { listPhotosById, photoShot } from '../photos/photos';
import { localNow } from '../templates/placeholderContext';
import { checkedDeliveryPlan } from './checkedDeliveryPlan';
import { copyMaker } from './copyMaker';
import type { ShownCopy } from './shownCopy';
import { refuseOtherMakers } from './startDelivery';

export interface PreviewRequest {
  readonly deliveryPlan: DeliveryPlan;
  readonly photoId: string;
}

/** What one copy will be, before it is made for good. */
export interface CopyPreview extends Omit<ShownCopy, 'ending'> {
  readonly name: string;
  readonly folder: string;
  /** What it says otherwise than the picture's files. */
  readonly changes: readonly {
    readonly field: FieldId;
    readonly before: FieldValue | null;
    readonly after: FieldValue | null;
  }[];
}

/** Makes the copy of one picture as the delivery would, says what it is and what it says, and keeps nothing of it. */
export async function previewCopy(
  context: Context,
  assignmentId: string,
  request: PreviewRequest,
): Promise<CopyPreview> {
  const { folder, shot, copying } = await preparedFor(context, assignmentId, request);
  const { named, before } = copying;
  const { after } = copying.request.values;
  const { ending, problems, ...shown } = await outside(
    'shownCopy',
    path.join(folder, shot.main),
    folder,
    shot,
    copying,
  );
  const ids = [...new Set([...Object.keys(before), ...Object.keys(after)])] as FieldId[];
  return {
    ...shown,
    name: `${stemOf(named.shot.main)}${ending}`,
    folder: named.folder,
    changes: ids
      .filter((id) => !sameValue(before[id], after[id]))
      .map((field) => ({ field, before: before[field] ?? null, after: after[field] ?? null })),
    problems: [...copying.problems, ...problems],
  };
}

async function preparedFor(
  context: Context,
  assignmentId: string,
  { deliveryPlan, photoId }: PreviewRequest,
) {
  await refuseOtherMakers(context, assignmentId, [photoId]);
  const templates = await checkedDeliveryPlan(context, deliveryPlan);
  const [photo] = await listPhotosById(context, [photoId]);
  const { folder, shot } = await photoShot(context, photoId);
  const read = await outside('readRecord', path.join(folder, shot.main), folder, shot);
  const maker = await copyMaker(context, assignmentId, deliveryPlan, templates, localNow(context.now()));
  return { folder, shot, copying: maker.copying(required(photo, 'picture'), read) };
}
