import { unlink } from 'node:fs/promises';
import path from 'node:path';
import type { Context } from '../../../context';
import { applyEdits } from '../../../files/applyEdits';
import { createFile } from '../../../files/createFile';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import { sourceOf, withFile } from '../../../files/source';
import { besideFiles } from '../../../operations/deliveries/beside';
import { readDelivery } from '../../../operations/deliveries/deliveredFiles';
import { folderById } from '../../../operations/folders/folders';
import type { Run } from '../../kind';
import { parametersOf } from '../../parameters';

const NAMES_TRIED = 1000;

/** Writes the page and the checksums beside the copies when all of them are there. */
export async function besideTheCopies(context: Context, run: Run): Promise<void> {
  const delivery = await readDelivery(context, run.id);
  const files = await besideFiles(context, delivery);
  if (files.length === 0) return;
  const { folderId, inside } = parametersOf(run, 'deliver');
  const folder = await folderInside((await folderById(context, folderId)).path, inside);
  for (const { name, text } of files) {
    const place = await placeBeside(folder, name, text);
    if (!place.isThere) await createFile(place.target, Buffer.from(text, 'utf8'));
  }
}

/** Takes the copies that an undo removed out of the page and the checksums; files that were changed stay. */
export async function renewBeside(context: Context, deliveryId: string, undoId: string): Promise<void> {
  const delivery = await readDelivery(context, deliveryId);
  const present = await besideFiles(context, delivery);
  for (const { name, text } of await besideFiles(context, delivery, undoId)) {
    const next = present.find((one) => one.name === name);
    if (next?.text === text) continue;
    const { target, isThere } = await placeBeside(delivery.folder, name, text);
    if (!isThere) continue;
    if (next) await replaceText(target, next.text);
    else await unlink(target);
  }
}

/** A name that is free, or the one under which the same text is there already. */
async function placeBeside(
  folder: string,
  name: string,
  text: string,
): Promise<{ readonly target: string; readonly isThere: boolean }> {
  const bytes = Buffer.from(text, 'utf8');
  const { name: stem, ext: ending } = path.parse(name);
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const target = await pathInside(folder, n === 1 ? name : `${stem}-${n}${ending}`);
    const found = await withFile(target, (one, stat) => sourceOf(one, stat.size).read(0, stat.size)).catch(
      (error) => {
        if (error instanceof FileError && error.code === 'vanished') return undefined;
        throw error;
      },
    );
    if (!found) return { target, isThere: false };
    if (bytes.equals(found)) return { target, isThere: true };
  }
  throw new FileError('already-there', name);
}

async function replaceText(file: string, text: string): Promise<void> {
  const expected = await withFile(file, async (_, stat) => stat);
  await applyEdits({
    source: file,
    target: file,
    edits: [{ kind: 'insert', bytes: new Uint8Array(Buffer.from(text, 'utf8')) }],
    mode: 'replace',
    expected,
    times: 'now',
    digest: false,
    verify: async () => undefined,
  });
}
