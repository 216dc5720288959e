import { FormatError } from '../../core/problems/problem';
import type { StoredProblem } from '../db/stored/runs';
import { FileError } from '../files/fileError';
import { log } from '../log';
import { LaterRun } from './kinds/undo/laterRun';

/** A failed file as data for its receipt. A defect of ours is logged and told as such. */
export function failureOf(error: unknown): StoredProblem {
  if (error instanceof FormatError) return error.problem;
  if (error instanceof FileError) return { code: error.code, severity: 'error', part: 'file' };
  if (error instanceof LaterRun)
    return { code: 'later-run', severity: 'error', part: 'file', found: error.at };
  log.error({ err: error }, 'item failed unexpectedly');
  return { code: 'unexpected', severity: 'error', part: 'file' };
}
