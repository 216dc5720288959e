import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { totalmem } from 'node:os';
import path from 'node:path';
import { config } from '../config';
import { FileError } from '../files/fileError';
import { receivedError, type SentError } from './crossing';

interface Limits {
  readonly ms: number;
  readonly megabytes: number;
  readonly openFiles: number;
}

const set = (name: string, usual: number) => Number(process.env[name]) || usual;

/** What one task may take; a process that takes more is ended, and another is started for the next task. */
export const readerLimits = (): Limits => ({
  ms: set('FABRICA_READER_SECONDS', 60) * 1000,
  megabytes: set('FABRICA_READER_MEGABYTES', Math.min(1536, Math.floor(totalmem() / 8 / 2 ** 20))),
  openFiles: 256,
});
/** A process that nobody needs ends after so long. */
const IDLE_MS = 5 * 60_000;
/** Seconds of processor time in a process's life: so an endless one ends also when nobody is left to end it. */
const LIFE_SECONDS = 900;
const LOOK_MS = 100;
const PAGE_BYTES = 4096;

export interface Question {
  readonly task: string;
  readonly given: readonly unknown[];
  /** The file that is named when a limit is passed. */
  readonly file: string;
}
export type Answer = { readonly value: unknown } | { readonly error: SentError };

/** One reader process, which does one task at a time. */
export class ReaderProcess {
  private child: ChildProcess | undefined;
  private idle: NodeJS.Timeout | undefined;

  /** Throws what the task throws, or a FileError that says which limit was passed. */
  async ask({ task, given, file }: Question, limits: Partial<Limits> = {}): Promise<unknown> {
    clearTimeout(this.idle);
    const child = this.child ?? this.begin();
    child.ref();
    child.channel?.ref();
    const within = { ...readerLimits(), ...limits };
    const answer = await answerOf(child, { task, given }, file, within).catch((error) => {
      this.end(child);
      throw error;
    });
    // Memory that it keeps would count against the next file.
    if (megabytesOf(child.pid) > within.megabytes / 2) this.end(child);
    else this.rest(child);
    if ('error' in answer) throw receivedError(answer.error);
    return answer.value;
  }

  private end(child: ChildProcess): void {
    child.kill('SIGKILL');
    if (this.child === child) this.child = undefined;
  }

  private begin(): ChildProcess {
    const { dataFolder, root } = config();
    const program = path.join(/*turbopackIgnore: true*/ root, 'dist/reader.mjs');
    const limited = `ulimit -n ${readerLimits().openFiles} && ulimit -t ${LIFE_SECONDS} && exec "$0" "$@"`;
    const child = spawn('sh', ['-c', limited, process.execPath, program], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      // No database, and nothing else of what this process knows.
      env: {
        PATH: process.env.PATH,
        NODE_ENV: process.env.NODE_ENV,
        FABRICA_DATA: dataFolder,
        FABRICA_ROOT: root,
      },
      serialization: 'advanced',
    });
    child.once('exit', () => {
      if (this.child === child) this.child = undefined;
    });
    this.child = child;
    return child;
  }

  /** Waits for the next task, and keeps nobody from ending meanwhile. */
  private rest(child: ChildProcess): void {
    child.unref();
    child.channel?.unref();
    this.idle = setTimeout(() => this.end(child), IDLE_MS).unref();
  }
}

function answerOf(
  child: ChildProcess,
  question: Pick<Question, 'task' | 'given'>,
  file: string,
  limits: Limits,
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    let passed: FileError | undefined;
    const past = (code: 'too-long-to-read' | 'too-much-to-read') => {
      passed ??= new FileError(code, file);
      child.kill('SIGKILL');
    };
    const timer = setTimeout(() => past('too-long-to-read'), limits.ms);
    const look = setInterval(() => {
      if (megabytesOf(child.pid) > limits.megabytes) past('too-much-to-read');
    }, LOOK_MS);
    const onExit = () => done(() => reject(passed ?? new FileError('reader-ended', file)));
    const onAnswer = (answer: unknown) => done(() => resolve(answer as Answer));
    const done = (act: () => void) => {
      clearTimeout(timer);
      clearInterval(look);
      child.off('exit', onExit).off('error', onExit).off('message', onAnswer);
      act();
    };
    child.once('exit', onExit).once('error', onExit).once('message', onAnswer);
    child.send(question, (error) => error && onExit());
  });
}

/** Memory of a process that is in the machine's (proc_pid_statm(5), resident). */
function megabytesOf(pid: number | undefined): number {
  try {
    const [, resident] = readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ');
    return (Number(resident) * PAGE_BYTES) / 2 ** 20;
  } catch {
    return 0;
  }
}
