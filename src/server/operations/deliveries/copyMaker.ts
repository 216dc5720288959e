import { copyValues } from '../../../core/deliver/copyValues';
import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import { presentValues } from '../../../core/drafts/present';
import { valuesOfRecord } from '../../../core/mapping/read';
import { compilePattern, namedShot } from '../../../core/naming/pattern';
import { problem } from '../../../core/problems/problem';
import { makerKey, otherMaker, ownNames } from '../../../core/rights/makers';
import {
  type CompiledText,
  compileText,
  evaluate,
  type PlaceholderContext,
} from '../../../core/templates/placeholders';
import type { Values } from '../../../core/templates/resolution';
import { compileTemplates } from '../../../core/templates/resolve';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import type { ReadShot } from '../../files/readShot';
import { drawingOfImage, drawingOfText, type MarkDrawing } from '../../rendering/mark';
import { inForceOf } from '../assignments/inForce';
import { installationContext } from '../identities/identities';
import { listMakers } from '../identities/makers';
import type { ListedPhoto } from '../photos/photos';
import type { Copying } from './copying';
import { signatureImage } from './signatures';

/** How the pictures of a delivery are copied; what is the same for all of them is read once. */
export interface CopyMaker {
  readonly deliveryPlan: DeliveryPlan;
  copying(
    photo: Pick<ListedPhoto, 'name' | 'record' | 'place' | 'folder' | 'drafts'>,
    read: Pick<ReadShot, 'record' | 'shot'>,
  ): Copying;
}

/** Reads what all copies of a delivery have in common. `now` is of the delivery: a copy made again is the same. */
export async function copyMaker(
  context: Context,
  assignmentId: string,
  deliveryPlan: DeliveryPlan,
  templates: readonly Template[],
  now: string,
): Promise<CopyMaker> {
  const [{ contextOf, templates: inForce }, installation, makers, image] = await Promise.all([
    inForceOf(context, assignmentId),
    installationContext(context),
    listMakers(context),
    deliveryPlan.mark?.image ? signatureImage(context, deliveryPlan.mark.image) : undefined,
  ]);
  const compiled = compileTemplates(templates);
  const own = ownNames([...inForce, ...templates], installation);
  const answers = new Map(makers.map(({ key, answer }) => [key, answer]));
  const answerAbout = (values: Values) => {
    const name = otherMaker({ creator: values.creator, copyrightNotice: values.copyrightNotice }, own);
    return name === undefined ? undefined : (answers.get(makerKey(name)) ?? 'unknown');
  };
  const pattern = compilePattern({ name: deliveryPlan.name, folder: deliveryPlan.folder });
  const draw = await drawingBy(deliveryPlan, image);
  return {
    deliveryPlan,
    copying(photo, read) {
      const before = valuesOfRecord(read.record);
      const drafts = new Map(
        Object.entries(photo.drafts).map(([id, draft]) => [id as keyof Values, draft.value] as const),
      );
      const about = contextOf(photo);
      // A copy carries the drafts: what it will state decides who made the picture.
      const maker = answerAbout(presentValues(read.record.fields, photo.drafts));
      const isAsked = deliveryPlan.templates.length > 0 || deliveryPlan.licence?.isWritten === true;
      const values = copyValues(
        { values: before, drafts, context: about, templates: compiled, maker },
        deliveryPlan,
      );
      return {
        before,
        problems: isAsked && maker !== undefined && maker !== 'me' ? [problem('made-by-others', 'file')] : [],
        named: namedShot(pattern, read.shot, about, (id) => values.after[id] ?? before[id]),
        request: { deliveryPlan, values, now, drawing: draw(about, { ...before, ...values.after }) },
      };
    },
  };
}

type Draw = (about: PlaceholderContext, values: Values) => MarkDrawing | undefined;

const MOST_DRAWN = 20;

/** The same text is drawn once for all pictures. */
async function drawingBy({ mark, format }: DeliveryPlan, image: Buffer | undefined): Promise<Draw> {
  if (!mark || format === 'as-they-are') return () => undefined;
  if (image) {
    const drawing = await drawingOfImage(image);
    return () => drawing;
  }
  const text: CompiledText = compileText(mark.text);
  const drawn = new Map<string, MarkDrawing>();
  return (about, values) => {
    const written = evaluate(text, about, (id) => values[id]).text.trim();
    if (written === '') return undefined;
    const drawing = drawn.get(written) ?? drawingOfText(written, mark.font);
    // A text of its own for each of ten thousand pictures is not kept.
    if (drawn.size >= MOST_DRAWN) drawn.clear();
    drawn.set(written, drawing);
    return drawing;
  };
}
