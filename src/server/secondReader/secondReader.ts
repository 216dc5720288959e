import type { ByteSource } from '../../core/bytes/source';
import type { FieldId } from '../../core/catalogue/fields';
import type { ContainerId } from '../../core/containers/container';
import type { OpenedContainer } from '../../core/containers/registry';
import type { EmbedPlan } from '../../core/embed/planEmbed';
import { decodeBlocks } from '../../core/mapping/models';
import { FormatError } from '../../core/problems/problem';
import { readAgain, type SecondReading } from './exifReader';
import { expectedOf } from './expected';

/** How far a written file was read by somebody else: of the changed fields, those that were compared. */
export interface SecondRead {
  readonly compared: number;
  readonly changed: number;
}

/** Of several files of a photo, the one of which least was compared: a photo is reported as read no better than that. */
export function leastRead(all: readonly SecondRead[]): { readAgain?: SecondRead } {
  const share = ({ compared, changed }: SecondRead) => (changed === 0 ? 1 : compared / changed);
  const [least] = [...all].sort((a, b) => share(a) - share(b));
  return least ? { readAgain: least } : {};
}

/** Kinds of files that the library opens. */
const OPENED: ReadonlySet<string> = new Set<ContainerId>([
  'jpeg',
  'tiff',
  'dng',
  'png',
  'webp',
  'avif',
  'heic',
  'jxl',
]);
/** Larger files are not read into memory once more. */
const MOST_BYTES = 512 * 1024 * 1024;

/**
 * Reads a written file by a library that shares no code with our core, and throws `second-reader-differs` where it
 * finds something else in a field that was changed. What it does not read is not compared, and counted as such.
 */
export async function secondReading(
  written: ByteSource,
  container: OpenedContainer,
  plan: Pick<EmbedPlan, 'before' | 'after'>,
): Promise<SecondRead> {
  const { expected, changed } = expectedOf(plan);
  if (expected.length === 0) return { compared: 0, changed };
  const { xmp: readXmp, iim: readIim } = await readingOf(written, container);
  let compared = 0;
  for (const { field, xmp, iim } of expected) {
    if (xmp && readXmp) {
      const found = readXmp(xmp.name, xmp.member);
      // It knows properties by their local names: what another namespace calls alike hides ours.
      if (!isSame(xmp.texts, found) && isAmbiguous(container, xmp.name)) continue;
      refuseOther(field, xmp.texts, found);
      compared++;
    }
    if (iim && readIim) refuseOther(field, iim.texts, readIim(iim.id));
  }
  return { compared, changed };
}

/** What the library reads of the file, or of the packet alone where it does not open files of that kind. */
async function readingOf(written: ByteSource, container: OpenedContainer): Promise<Partial<SecondReading>> {
  const isOpened = OPENED.has(container.id);
  if (isOpened && written.size > MOST_BYTES) return {};
  const whole = isOpened ? readAgain(await withoutPicture(written, container)) : undefined;
  const packet = container.blocks.xmp;
  return whole ?? (packet ? { xmp: readAgain(new Uint8Array(packet).buffer)?.xmp } : {});
}

function refuseOther(field: FieldId, expected: readonly string[], found: readonly string[]): void {
  if (!isSame(expected, found))
    throw new FormatError('second-reader-differs', field, { found: found.join(', ').slice(0, 200) });
}

const isSame = (expected: readonly string[], found: readonly string[]): boolean =>
  expected.length === found.length && expected.every((text, n) => plain(text) === plain(found[n]!));

/** Whether a packet holds several properties of one local name, in different namespaces. */
function isAmbiguous({ blocks, unreadable }: OpenedContainer, name: string): boolean {
  const { xmp } = decodeBlocks(blocks, unreadable);
  const all = xmp?.subjects.flatMap((subject) => subject.properties) ?? [];
  return all.filter((property) => property.name === name).length > 1;
}

/** Readers differ in blanks and line ends only. */
const plain = (text: string) => text.replace(/\s+/g, ' ').trim().normalize();

/** The file with zeros in place of the picture: only its metadata is read from the disk. */
async function withoutPicture(written: ByteSource, container: OpenedContainer): Promise<ArrayBuffer> {
  // Chunks of a PNG's picture follow each other: all of their heads are needed.
  const picture = container.id === 'png' ? [] : await container.pictureRanges(written);
  const ranges = [...picture].sort((a, b) => a.start - b.start);
  // A picture that ends the file is cut off behind its head.
  const last = ranges.at(-1);
  const size = last?.end === written.size ? Math.min(last.start + HEAD, written.size) : written.size;
  // The system gives zeroed pages that take memory only where bytes are set.
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const { start, end } of [...ranges, { start: size, end: size }]) {
    const head = Math.min(start + HEAD, end, size);
    if (head > at) bytes.set(await written.read(at, head - at), at);
    at = Math.max(at, end);
  }
  return bytes.buffer;
}

/** Octets of each part of the picture that are read: markers and heads of chunks are there. */
const HEAD = 64;
