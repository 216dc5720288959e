import { FormatError, type Problem } from '../core/problems/problem';
import { FileError } from '../server/files/fileError';
import { problemWords } from '../server/problems/words';

/** What became of a file: written, left as it was, its words in a sidecar, not written by a rule, or by a failure. */
export type Outcome = 'written' | 'unchanged' | 'sidecar' | 'refused' | 'failed';

/** The outcome of a file as text, or as JSON with its reason and problems; docs/COMMAND_LINE.md documents it. */
export function outcomeLine(
  one: { file: string; outcome: Outcome; why: string | undefined; problems: readonly Problem[] },
  json: boolean,
): string {
  return json ? JSON.stringify(one) : `${one.file}: ${one.outcome}`;
}

/** Why a file failed, and what to do. */
export function failureWords(error: unknown): string {
  if (error instanceof FormatError) return problemWords(error.problem);
  if (error instanceof FileError) return problemWords({ code: error.code, severity: 'error', part: 'file' });
  return `failed unexpectedly (${error instanceof Error ? error.name : 'unknown'})`;
}

/** What is reported of a file that was written anyway: never an error. */
export function warningLine(file: string, problem: Problem): string {
  return `${file}: warning: ${problemWords(problem)}`;
}

/** "12 of 340 files" on a terminal, in place; nothing where output goes elsewhere. */
export function progress(total: number, stream: NodeJS.WriteStream = process.stderr) {
  const shown = stream.isTTY === true && total > 1;
  let last = 0;
  return {
    at(done: number) {
      if (!shown || (Date.now() - last < 100 && done < total)) return;
      last = Date.now();
      stream.write(`\r${done} of ${total} files`);
    },
    end() {
      if (shown) stream.write('\r\x1b[K');
    },
  };
}
