/** What can go wrong with a file, as data; worded for people in features/problems. */
export type FileErrorCode =
  | 'changed-meanwhile'
  | 'picture-replaced'
  | 'of-another-assignment'
  | 'already-there'
  | 'symbolic-link'
  | 'hard-link'
  | 'no-space'
  | 'not-permitted'
  | 'vanished'
  | 'read-error'
  | 'read-back-differs'
  | 'outside-folders'
  | 'not-a-file'
  | 'too-large'
  | 'locked'
  | 'way-back-differs'
  | 'too-long-to-read'
  | 'too-much-to-read'
  | 'reader-ended';

export class FileError extends Error {
  readonly code: FileErrorCode;
  /** The file's name, never its whole path. */
  readonly file: string;
  constructor(code: FileErrorCode, path: string, options?: { cause?: unknown }) {
    super(`${code}: ${baseName(path)}`, options);
    this.name = 'FileError';
    this.code = code;
    this.file = baseName(path);
  }
}

const byErrno: Readonly<Record<string, FileErrorCode>> = {
  ENOSPC: 'no-space',
  EDQUOT: 'no-space',
  EACCES: 'not-permitted',
  EPERM: 'not-permitted',
  EROFS: 'not-permitted',
  ENOENT: 'vanished',
  ENOTDIR: 'vanished',
  EEXIST: 'already-there',
  EIO: 'read-error',
  ELOOP: 'symbolic-link',
  EISDIR: 'not-a-file',
  EFBIG: 'too-large',
};

/** An operating system error as a FileError; anything else is given back as it is. */
export function asFileError(error: unknown, path: string): unknown {
  const code = byErrno[(error as NodeJS.ErrnoException | undefined)?.code ?? ''];
  return code ? new FileError(code, path, { cause: error }) : error;
}

function baseName(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1);
}
