import path from 'node:path';
import { insertedBytes } from '../../../../core/containers/edits';
import type { ShotPlan, ShotRole } from '../../../../core/embed/planShot';
import { newSidecarName, type Shot, stemOf } from '../../../../core/naming/shots';
import { applyEdits, type InverseEdits, type Written } from '../../../files/applyEdits';
import { createFile } from '../../../files/createFile';
import { digestOf, digestOfBytes } from '../../../files/digest';
import { FileError } from '../../../files/fileError';
import type { TakenNames } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import { contentIdentity, readPhotoFile } from '../../../files/readPhotoFile';
import type { ReadShot } from '../../../files/readShot';
import { sourceOf, withFile } from '../../../files/source';
import { verifyWritten } from '../../../files/verifyWritten';
import { partsOf } from '../../../operations/photos/indexShot';
import type { SecondRead } from '../../../secondReader/secondReader';

const NAMES_TRIED = 1000;

/** Names for all files of a photo, alike: "name.jpg" and "name.raw", then "name-2.jpg" and "name-2.raw" … */
function numberedShot(shot: Shot, needsSidecar: boolean, n: number): Shot {
  const numbered = (name: string) => {
    if (n === 1) return name;
    const stem = stemOf(shot.main).toLowerCase();
    return name.toLowerCase().startsWith(stem)
      ? `${name.slice(0, stem.length)}-${n}${name.slice(stem.length)}`
      : `${stemOf(name)}-${n}${name.slice(stemOf(name).length)}`;
  };
  const sidecar = shot.sidecar ?? (needsSidecar ? newSidecarName(shot) : undefined);
  return {
    main: numbered(shot.main),
    ...(shot.raw ? { raw: numbered(shot.raw) } : {}),
    ...(sidecar ? { sidecar: numbered(sidecar) } : {}),
    ...(shot.otherSidecar ? { otherSidecar: numbered(shot.otherSidecar) } : {}),
  };
}

/** Where the files of a photo go: the folder, the names they are to have, and those that are taken there. */
export interface Place {
  /** Stores how to make the source's bytes from a placed file. */
  readonly keepInverseEdits?: (role: ShotRole, edits: InverseEdits) => Promise<void>;
  readonly folder: string;
  readonly wanted: Shot;
  readonly taken: TakenNames;
  /** Names of an attempt that was cut off. */
  readonly begun?: Shot | undefined;
}

/** Result of placing, per file: its digest and entry. Files of an attempt that was cut off are missing. */
export type PlacedFiles = Map<ShotRole, Written>;

/** Results that are collected while files are placed. */
interface Placing {
  readonly placed: PlacedFiles;
  readonly secondReads: SecondRead[];
  readonly keepInverseEdits?: Place['keepInverseEdits'];
}

/**
 * Copies the files of a photo, each with its metadata going in on the way; the file that stands for the
 * photo comes last. `reserve` gets the names before anything is placed under them, and says whether
 * they are free among all who are at work.
 */
export async function placeShot(
  read: ReadShot,
  plan: ShotPlan,
  { folder, wanted, taken, begun, keepInverseEdits }: Place,
  reserve: (names: Shot) => Promise<boolean>,
): Promise<{ names: Shot; placed: PlacedFiles; secondReads: readonly SecondRead[] }> {
  const needsSidecar = plan.parts.some((part) => part.role === 'sidecar');
  const placed: PlacedFiles = new Map();
  const secondReads: SecondRead[] = [];
  const done = { placed, secondReads, ...(keepInverseEdits ? { keepInverseEdits } : {}) };
  if (begun && (await finish(read, plan, folder, begun, done))) return { names: begun, placed, secondReads };
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const names = numberedShot(wanted, needsSidecar, n);
    if (await taken.has(folder, names)) continue;
    await taken.add(folder, names);
    if (!(await reserve(names))) continue;
    try {
      await placeAll(read, plan, folder, names, done, false);
      return { names, placed, secondReads };
    } catch (error) {
      if (!(error instanceof FileError && error.code === 'already-there')) throw error;
    }
  }
  throw new FileError('already-there', read.shot.main);
}

/** Goes on under the names of an attempt that was cut off; false where a name is somebody else's by now. */
async function finish(
  read: ReadShot,
  plan: ShotPlan,
  folder: string,
  names: Shot,
  done: Placing,
): Promise<boolean> {
  try {
    await placeAll(read, plan, folder, names, done, true);
    return true;
  } catch (error) {
    if (error instanceof FileError && error.code === 'already-there') return false;
    throw error;
  }
}

async function placeAll(
  read: ReadShot,
  plan: ShotPlan,
  folder: string,
  names: Shot,
  { placed, secondReads, keepInverseEdits }: Placing,
  resumes: boolean,
): Promise<void> {
  const fresh = plan.parts.find((part) => part.isNew);
  const parts = partsOf(read).reverse();
  for (const { role, name, file } of parts) {
    const part = plan.parts.find((one) => one.role === role);
    const target = await pathInside(folder, names[role]!);
    try {
      const written = await applyEdits({
        source: path.join(read.folder, name),
        target,
        edits: part?.plan.edits ?? [{ kind: 'copy', start: 0, end: file.stat.size }],
        mode: 'new',
        expected: file.stat,
        times: 'keep',
        ...(keepInverseEdits ? { keepInverseEdits: (edits) => keepInverseEdits(role, edits) } : {}),
        verify: async (bytes) => {
          if (part) secondReads.push(await verifyWritten(bytes, part.plan, name));
        },
      });
      placed.set(role, written);
    } catch (error) {
      const taken = error instanceof FileError && error.code === 'already-there';
      if (!taken || !resumes || !(await isOurs(read, plan, role, target))) throw error;
    }
    if (fresh && role === parts[0]!.role)
      await placeSidecar(folder, names, insertedBytes(fresh.plan.edits), resumes);
  }
}

async function placeSidecar(folder: string, names: Shot, bytes: Uint8Array, resumes: boolean): Promise<void> {
  const target = await pathInside(folder, names.sidecar!);
  try {
    await createFile(target, bytes);
  } catch (error) {
    const taken = error instanceof FileError && error.code === 'already-there';
    const same = taken && resumes && (await digestAt(target)) === digestOfBytes(bytes);
    if (!same) throw error;
  }
}

const digestAt = (file: string) => withFile(file, (one, stat) => digestOf(one, stat.size));

/** Whether a file that is there is what this item placed before it was cut off. */
async function isOurs(read: ReadShot, plan: ShotPlan, role: ShotRole, target: string): Promise<boolean> {
  const source = path.join(read.folder, read.shot[role]!);
  const part = plan.parts.find((one) => one.role === role);
  if (!part) return (await digestAt(source)) === (await digestAt(target));
  try {
    const there = await readPhotoFile(target);
    await withFile(target, (file, stat) => verifyWritten(sourceOf(file, stat.size), part.plan, source));
    const [a, b] = await Promise.all([
      identityOf(source, read[role]!.container),
      identityOf(target, there.container),
    ]);
    return a === b;
  } catch {
    return false;
  }
}

function identityOf(file: string, container: Parameters<typeof contentIdentity>[1]): Promise<string> {
  return withFile(file, (one, stat) => contentIdentity(sourceOf(one, stat.size), container));
}
