import path from 'node:path';
import { diskLayer } from '../files/diskLayer';
import { FileError } from '../files/fileError';
import { type Question, ReaderProcess } from './readerProcess';
import { type TaskName, type Tasks, tasks } from './tasks';
import { Turns } from './turns';

/**
 * Somebody else's files are read and decoded in processes of their own: what takes too long, takes too much memory, or ends
 * its process is named and set aside, and who answers people goes on. `FABRICA_READERS` says how many there are;
 * without it (a unit test, the command line) the work is done in this process.
 */
const kept = globalThis as unknown as { fabricaReaders?: Pool };

interface Pool {
  readonly turns: Turns<ReaderProcess>;
  /** Files that went past a limit, by how they were then. */
  readonly setAside: Map<string, FileError>;
  /** Folders in which there was one: what else lies there does not keep others waiting. */
  readonly slowFolders: Set<string>;
}
const MOST_SET_ASIDE = 1000;

/**
 * Does a task on a file in a reader process; without a path for what a browser sent. Throws what the task throws, or a
 * FileError that names the file.
 */
export async function outside<K extends TaskName>(
  task: K,
  file: string | undefined,
  ...given: Parameters<Tasks[K]>
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  const count = Number(process.env.FABRICA_READERS ?? 0);
  type Result = Awaited<ReturnType<Tasks[K]>>;
  if (count === 0) return (tasks[task] as (...all: unknown[]) => Promise<Result>)(...given);
  kept.fabricaReaders ??= poolOf(count);
  const pool = kept.fabricaReaders;
  const key = file && (await entryOf(file));
  const before = key && pool.setAside.get(key);
  if (before) throw before;
  return (await inTurn(pool, { task, given, file: file ?? 'what was sent' }).catch((error) => {
    if (key && isPastLimit(error)) setAside(pool, file, key, error);
    throw error;
  })) as Result;
}

const poolOf = (count: number): Pool => ({
  turns: new Turns(Array.from({ length: count }, () => new ReaderProcess())),
  setAside: new Map(),
  slowFolders: new Set(),
});

async function inTurn(pool: Pool, question: Question): Promise<unknown> {
  return pool.turns.inTurn(pool.slowFolders.has(path.dirname(question.file)), (reader) =>
    // One that was ended by somebody else says nothing about the file.
    reader.ask(question).catch((error) => {
      if (error instanceof FileError && error.code === 'reader-ended') return reader.ask(question);
      throw error;
    }),
  );
}

const PAST_LIMIT: readonly string[] = ['too-long-to-read', 'too-much-to-read', 'reader-ended'];
export const isPastLimit = (error: unknown): error is FileError =>
  error instanceof FileError && PAST_LIMIT.includes(error.code);

function setAside(pool: Pool, file: string, key: string, error: FileError): void {
  if (pool.setAside.size >= MOST_SET_ASIDE) {
    pool.setAside.clear();
    pool.slowFolders.clear();
  }
  pool.setAside.set(key, error);
  pool.slowFolders.add(path.dirname(file));
}

/** A file as it is now; undefined where it is gone. */
async function entryOf(file: string): Promise<string | undefined> {
  const stat = await diskLayer.stat(file).catch(() => undefined);
  return stat && `${file}|${stat.size}|${stat.modifiedNs}`;
}
