import path from 'node:path';
import { FormatError } from '../../../core/problems/problem';
import { type ListedRecord, listedRecord, storedRecord } from '../../db/stored/records';
import { FileError } from '../../files/fileError';
import { type FoundShot, pathInside } from '../../files/folders';
import { sampleOfFile } from '../../files/knownContent';
import { pictureProblems } from '../../files/pictureCut';
import { readShot } from '../../files/readShot';

/** A picture of a source: its metadata, and what its picture data is known by cheaply. */
export type ReadSourcePicture =
  | { readonly path: string; readonly record: ListedRecord; readonly sample: string }
  | { readonly failed: string };

/** Reads a picture of a source; what is wrong with the file is reported with it, so that the others are read. */
export async function readSourcePicture(
  folder: string,
  { relativePath, shot }: FoundShot,
): Promise<ReadSourcePicture> {
  try {
    const whole = await pathInside(folder, relativePath);
    const read = await readShot(path.dirname(whole), shot);
    const sample = await sampleOfFile(whole, read.main);
    const stored = storedRecord(read);
    const problems = [...stored.problems, ...(await pictureProblems(whole, read))];
    // A folder that was replaced by a link while its file was read is outside.
    if ((await pathInside(folder, relativePath)) !== whole) throw new FileError('symbolic-link', whole);
    return { path: whole, record: listedRecord({ ...stored, problems }), sample };
  } catch (error) {
    if (error instanceof FormatError) return { failed: error.problem.code };
    if (error instanceof FileError) return { failed: error.code };
    throw error;
  }
}
