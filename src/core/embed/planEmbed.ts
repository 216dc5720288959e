import { type BlockChanges, type Blocks, type Edit, isReadOnly } from '../containers/container';
import { isUnchanged, plannedSize } from '../containers/edits';
import type { OpenedContainer } from '../containers/registry';
import { soundExif } from '../exif/soundExif';
import { charsetOf } from '../iim/charset';
import type { IimModel } from '../iim/codec';
import { type BlockName, decodeBlocks, type Models } from '../mapping/models';
import { type PhotoRecord, readFields } from '../mapping/read';
import { type Wanted, writeFields } from '../mapping/write';
import { attempt, FormatError, type Problem, problem } from '../problems/problem';
import { changedBlocks, withPaddingTaken } from './assemble';

export interface EmbedChoices {
  /** An explicit yes to writing blocks again that cannot be read. Their content is lost. */
  readonly replaceUnreadable?: boolean;
  /** An explicit yes to writing Date Created into Exif DateTimeOriginal too. */
  readonly dateTimeOriginal?: boolean;
  /** An explicit yes to a change that breaks the seal of signed provenance. */
  readonly breakProvenance?: boolean;
  /** An explicit yes to a change after which the JPEG that a JPEG XL was made from cannot be restored. */
  readonly loseJpeg?: boolean;
  /** ISO 8601, for xmp:MetadataDate. */
  readonly now?: string;
}

/** What will be done to a file, before anything is. */
export interface EmbedPlan {
  readonly edits: readonly Edit[];
  /** Bytes of the file that comes out. */
  readonly size: number;
  readonly unchanged: boolean;
  readonly before: PhotoRecord;
  readonly after: PhotoRecord;
  /** The blocks that the written file is to have. */
  readonly blocks: Blocks;
  readonly problems: readonly Problem[];
  /** Set when the file must not be written: the problem that prevents it. */
  readonly refused?: Problem;
}

/** Plans the embedding of wanted values into an opened file. Pure: it reads nothing further. */
export function planEmbed(container: OpenedContainer, wanted: Wanted, choices: EmbedChoices = {}): EmbedPlan {
  const read = decodeBlocks(container.blocks, container.unreadable);
  const models = choices.replaceUnreadable ? withoutDamaged(read) : read;
  const before = readFields(read);
  const untouched: Pick<EmbedPlan, 'edits' | 'size' | 'unchanged' | 'before' | 'after' | 'blocks'> = {
    edits: [{ kind: 'copy', start: 0, end: container.size }],
    size: container.size,
    unchanged: true,
    before,
    after: before,
    blocks: container.blocks,
  };
  const known = [...container.problems, ...before.problems];
  const tried = attempt(() => plan(container, models, wanted, choices));
  if ('problem' in tried) return { ...untouched, problems: known, refused: tried.problem };
  const { changes, edits, problems } = tried.value;
  if (isUnchanged(edits, container.size)) return { ...untouched, problems: known };
  const refused = refusalOf(container, read, changes, choices);
  if (refused) return { ...untouched, problems: known, refused };
  const blocks = changedBlocksOver(container.blocks, changes);
  const after = readFields(decodeBlocks(blocks));
  return {
    edits,
    size: plannedSize(edits),
    unchanged: false,
    before,
    after,
    blocks,
    problems: [...known, ...problems],
  };
}

/** Why the changes must not be made without an explicit choice. */
function refusalOf(
  { problems }: OpenedContainer,
  { damaged }: Models,
  changes: BlockChanges,
  choices: EmbedChoices,
): Problem | undefined {
  const broken = problems.find(
    ({ code }) =>
      (code === 'provenance-signed' && !choices.breakProvenance) ||
      (code === 'jpeg-not-restorable' && !choices.loseJpeg),
  );
  if (broken) return { ...broken, severity: 'error' };
  const [hurt] = [...damaged].filter(([name]) => touches(name, changes));
  if (!hurt || choices.replaceUnreadable) return undefined;
  const [name, why] = hurt;
  return why.code === 'xmp-property-repeated' || why.code === 'xmp-packets-differ'
    ? { ...why, severity: 'error' }
    : problem('block-unreadable', name, { severity: 'error', found: why.code });
}

function plan(container: OpenedContainer, models: Models, wanted: Wanted, choices: EmbedChoices) {
  const makesResources = container.carries.photoshop === 'make';
  const written = writeFields(models, wanted, {
    carriesIim: makesResources || models.iim !== undefined,
    carriesResources: makesResources || models.resources !== undefined,
    ...(container.maxBytes.exif === undefined ? {} : { maxExifBytes: container.maxBytes.exif }),
    ...(choices.dateTimeOriginal ? { dateTimeOriginal: true } : {}),
    ...(choices.now === undefined ? {} : { now: choices.now }),
  });
  const natural = changedBlocks(container, models, written.models);
  if (isReadOnly(container) && Object.keys(natural).length > 0)
    throw new FormatError('format-read-only', 'file', { found: container.id });
  const first = container.planEdits(natural);
  const growth = plannedSize(first.edits) - container.size;
  const fitted =
    growth !== 0 && models.xmp ? withPaddingTaken(container, written.models, natural, growth) : undefined;
  const second = fitted && container.planEdits(fitted);
  const fits = second && plannedSize(second.edits) === container.size;
  const { edits, problems } = fits ? second : first;
  return { changes: fits ? fitted! : natural, edits, problems: [...written.problems, ...problems] };
}

function touches(name: BlockName, changes: BlockChanges): boolean {
  return name === 'iim' || name === 'photoshop'
    ? 'photoshop' in changes || 'iim' in changes
    : name in changes;
}

/**
 * For an explicit choice only. XMP that cannot be read is begun again, of repeated properties the first stays;
 * IIM, resources and Exif lose what cannot be read.
 */
function withoutDamaged(models: Models): Models {
  const none = new Uint8Array(0);
  const has = (name: BlockName) => models.damaged.has(name);
  return {
    ...models,
    ...(models.resources && has('photoshop') ? { resources: { ...models.resources, rest: none } } : {}),
    ...(models.iim && has('iim') ? { iim: readableIim(models.iim) } : {}),
    ...(models.exif && has('exif') ? { exif: soundExif(models.exif) } : {}),
    ...(models.xmp?.repeated || models.xmp?.differing
      ? { xmp: { subjects: models.xmp.subjects, prefixes: models.xmp.prefixes } }
      : {}),
  };
}

/** What follows a break is dropped; texts under a character set that is not supported cannot be kept. */
function readableIim(model: IimModel): IimModel {
  const kept =
    charsetOf(model).charset === 'unsupported'
      ? model.dataSets.filter((one) => one.record !== 2 && !(one.record === 1 && one.dataset === 90))
      : model.dataSets;
  return { dataSets: kept, rest: new Uint8Array(0) };
}

function changedBlocksOver(blocks: Blocks, changes: BlockChanges): Blocks {
  const { furtherXmp, ...own } = blocks;
  const merged = { ...own, ...('xmp' in changes || !furtherXmp ? {} : { furtherXmp }), ...changes };
  return Object.fromEntries(Object.entries(merged).filter(([, bytes]) => bytes !== undefined)) as Blocks;
}
