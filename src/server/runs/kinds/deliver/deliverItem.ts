import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { FieldId } from '../../../../core/catalogue/fields';
import { type FieldValue, sameValue } from '../../../../core/catalogue/value';
import { sizeMark } from '../../../../core/deliver/copySize';
import { planShot } from '../../../../core/embed/planShot';
import { isRawName, newSidecarName, stemOf } from '../../../../core/naming/shots';
import { FormatError, problem } from '../../../../core/problems/problem';
import type { Context } from '../../../context';
import { runItems } from '../../../db/schema/runs';
import type { RunItemResult, StoredProblem, WrittenField } from '../../../db/stored/runs';
import { containersOf, type ReadShot } from '../../../files/readShot';
import type { Copying } from '../../../operations/deliveries/copying';
import { listPhotosById, photoShot, refuseReplaced } from '../../../operations/photos/photos';
import { required } from '../../../problems/errors';
import { frozenJpeg, isStreamed, type MadeCopy, makeCopies } from '../../../rendering/makeCopies';
import { leastRead, type SecondRead } from '../../../secondReader/secondReader';
import { ClaimLost } from '../../claimLost';
import type { Item } from '../../claims';
import { readForItem } from '../../readForItem';
import type { DeliverRun } from './deliverRun';
import { type FileToPlace, placeTogether } from './placeTogether';

/** Fields of a picture in the report (core/deliver, and what a stranger sees). */
const reported: readonly FieldId[] = [
  ...(['title', 'headline', 'description', 'altText', 'creator', 'creditLine', 'copyrightNotice'] as const),
  ...(['usageTerms', 'webStatement', 'ccLicense', 'licensor'] as const),
];

/** Makes the copies of one picture, reads them back, and notes what left. The picture itself is only read. */
export async function deliverItem(context: Context, run: DeliverRun, item: Item): Promise<void> {
  const photoId = item.photoId!;
  await refuseReplaced(context, photoId);
  const { folder, shot } = await photoShot(context, photoId);
  const [photo] = await listPhotosById(context, [photoId]);
  const read = await readForItem(item, folder, shot);
  const copying = run.maker.copying(required(photo, 'picture'), read);
  const problems: StoredProblem[] = [...copying.problems];
  const secondReads: SecondRead[] = [];
  const files = [
    ...(await copiesOf(run, read, copying, problems, secondReads)),
    ...(await frozenOf(run, read, copying, problems, secondReads)),
  ];
  if (files.length === 0) throw new FormatError('raw-as-it-is', 'file');
  const placed = await placeTogether(context, run, item, copying.named.folder, files);
  const [first] = placed;
  const result: RunItemResult = {
    written: changedBy(copying),
    says: Object.fromEntries(
      reported.flatMap((id) => {
        const value = copying.request.values.after[id];
        return value === undefined ? [] : [[id, value]];
      }),
    ),
    copies: placed,
    target: path.posix.basename(first!.path),
    ...(first!.path.includes('/') ? { inside: path.posix.dirname(first!.path) } : {}),
    digest: first!.digest,
    bytes: placed.reduce((sum, one) => sum + one.bytes, 0),
    ...leastRead(secondReads),
  };
  const settled = await context.db
    .update(runItems)
    .set({ state: 'done', result, problems })
    .where(and(eq(runItems.id, item.id), eq(runItems.claimedBy, run.lease.number)))
    .returning({ id: runItems.id });
  if (settled.length === 0) throw new ClaimLost();
}

async function copiesOf(
  run: DeliverRun,
  read: ReadShot,
  copying: Copying,
  problems: StoredProblem[],
  secondReads: SecondRead[],
): Promise<FileToPlace[]> {
  const { deliveryPlan } = run.parameters;
  if (isStreamed(deliveryPlan)) return asTheyAre(run, read, copying, problems);
  const made = await makeCopies(read, copying.request).catch((error) => {
    // The camera's embedded JPEG may be delivered instead.
    const staysBehind =
      error instanceof FormatError && error.problem.code === 'raw-as-it-is' && deliveryPlan.frozen;
    if (!staysBehind) throw error;
    problems.push({ ...error.problem, severity: 'warning' });
    return [];
  });
  const stem = stemOf(copying.named.shot.main);
  return made.map((copy, at) => {
    secondReads.push(copy.secondRead);
    problems.push(...copy.plan.problems);
    if (copy.fallsShort) problems.push(problem('smaller-than-asked', 'file', { severity: 'info' }));
    const mark = at === 0 || !copy.pixels ? '' : sizeMark(copy.pixels);
    return inMemory('copy', `${stem}${mark}${copy.ending}`, copy);
  });
}

/** The files of the picture with the words going in: copied piece by piece, however large they are. */
async function asTheyAre(
  { choices }: DeliverRun,
  read: ReadShot,
  { request, named }: Copying,
  problems: StoredProblem[],
): Promise<FileToPlace[]> {
  const plan = await planShot(containersOf(read), request.values.wanted, choices);
  if (plan.refused) throw new FormatError(plan.refused.code, plan.refused.part, plan.refused);
  problems.push(...plan.problems);
  const roles = (['main', 'raw', 'sidecar', 'otherSidecar'] as const).filter((role) => read[role]);
  const files = roles.map((role): FileToPlace => {
    const part = plan.parts.find((one) => one.role === role);
    const name = named.shot[role]!;
    const isSidecar = role === 'sidecar' || role === 'otherSidecar';
    return {
      of: isSidecar ? 'sidecar' : isRawName(name) ? 'raw' : 'copy',
      name,
      streamed: {
        source: path.join(read.folder, read.shot[role]!),
        expected: read[role]!.stat,
        plan: part?.plan,
      },
      ...(role === 'main' && read.main.container.pixels ? { pixels: read.main.container.pixels } : {}),
    };
  });
  const fresh = plan.parts.find((part) => part.isNew);
  return fresh ? [...files, { of: 'sidecar', name: newSidecarName(named.shot), fresh: fresh.plan }] : files;
}

async function frozenOf(
  run: DeliverRun,
  read: ReadShot,
  copying: Copying,
  problems: StoredProblem[],
  secondReads: SecondRead[],
): Promise<FileToPlace[]> {
  const raw = isRawName(read.shot.main) ? read.shot.main : read.shot.raw;
  if (!run.parameters.deliveryPlan.frozen || !raw) return [];
  try {
    const made = await frozenJpeg(read, copying.request);
    secondReads.push(made.secondRead);
    return [inMemory('frozen', `${stemOf(copying.named.shot.main)}-camera.jpg`, made)];
  } catch (error) {
    if (!(error instanceof FormatError && error.problem.code === 'preview-missing')) throw error;
    problems.push({ ...error.problem, severity: 'warning' });
    return [];
  }
}

function inMemory(of: FileToPlace['of'], name: string, { bytes, pixels, quality }: MadeCopy): FileToPlace {
  return {
    of,
    name,
    bytes,
    ...(pixels ? { pixels } : {}),
    ...(quality === undefined ? {} : { quality }),
  };
}

/** What the copies say otherwise than the picture's files. */
function changedBy({ before, request }: Copying): { [K in FieldId]?: WrittenField } {
  const { after } = request.values;
  const ids = [...new Set([...Object.keys(before), ...Object.keys(after)])] as FieldId[];
  return Object.fromEntries(
    ids
      .filter((id) => !sameValue(before[id], after[id]))
      .map((id) => [
        id,
        {
          before: (before[id] ?? null) as FieldValue | null,
          after: (after[id] ?? null) as FieldValue | null,
          origin: { by: 'hand' as const },
        },
      ]),
  );
}
