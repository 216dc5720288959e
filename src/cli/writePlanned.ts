import path from 'node:path';
import { insertedBytes } from '../core/containers/edits';
import { isSidecar, type ShotPart } from '../core/embed/planShot';
import { applyEdits } from '../server/files/applyEdits';
import { createFile } from '../server/files/createFile';
import { fitsInPlace, type InPlaceRequest } from '../server/files/inPlace';
import { type ReadShot, sidecarPath } from '../server/files/readShot';
import { verifyWritten } from '../server/files/verifyWritten';
import type { Planned } from './planFile';

/** A copy of every file of the photo, the metadata going in on the way. */
export async function writeCopies({ read, plan }: Planned, to: string): Promise<void> {
  for (const role of ['main', 'sidecar', 'otherSidecar'] as const) {
    const [source, name] = [read[role], read.shot[role]];
    if (!source || !name) continue;
    const part = plan.parts.find((one) => one.role === role);
    await applyEdits({
      source: path.join(read.folder, name),
      target: path.join(to, name),
      edits: part?.plan.edits ?? [{ kind: 'copy', start: 0, end: source.stat.size }],
      mode: 'new',
      folderSync: 'by-caller',
      expected: source.stat,
      times: 'keep',
      verify: (bytes) => (part ? verifyWritten(bytes, part.plan, name) : Promise.resolve()),
      digest: false,
    });
  }
  const fresh = plan.parts.find((one) => one.isNew);
  if (fresh)
    await createFile(path.join(to, path.basename(sidecarPath(read))), insertedBytes(fresh.plan.edits));
}

function pathOf(read: ReadShot, part: ShotPart): string {
  const name = part.isNew ? undefined : read.shot[part.role];
  return name ? path.join(read.folder, name) : sidecarPath(read);
}

export function pathsOf({ read, plan }: Planned): string[] {
  return plan.parts.map((part) => pathOf(read, part));
}

function fits(read: ReadShot, part: ShotPart): boolean {
  const file = read[part.role];
  return (
    !part.isNew && !isSidecar(part.role) && file !== undefined && fitsInPlace(part.plan.edits, file.stat.size)
  );
}

export function inPlaceRequests({ read, plan }: Planned): InPlaceRequest[] {
  return plan.parts
    .filter((part) => fits(read, part))
    .map((part) => ({
      path: pathOf(read, part),
      edits: part.plan.edits,
      expected: read.main.stat,
      verify: (bytes) => verifyWritten(bytes, part.plan, read.shot.main),
    }));
}

/** What does not fit in place: sidecars, and files that grow in front of the picture. */
export async function replaceOthers({ read, plan }: Planned): Promise<void> {
  for (const part of plan.parts) {
    if (fits(read, part)) continue;
    const target = pathOf(read, part);
    if (part.isNew) {
      await createFile(target, insertedBytes(part.plan.edits));
      continue;
    }
    await applyEdits({
      source: target,
      target,
      edits: part.plan.edits,
      mode: 'replace',
      expected: read[part.role]!.stat,
      times: 'now',
      verify: (bytes) => verifyWritten(bytes, part.plan, path.basename(target)),
      digest: false,
    });
  }
}
