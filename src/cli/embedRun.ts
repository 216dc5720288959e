import path from 'node:path';
import { isSidecar } from '../core/embed/planShot';
import { FormatError } from '../core/problems/problem';
import { diskLayer } from '../server/files/diskLayer';
import { writeInPlace } from '../server/files/inPlace';
import { type EmbedRequest, FilePlanner, type Planned } from './planFile';
import { pooled } from './pooled';
import { failureWords, type Outcome, outcomeLine, progress, warningLine } from './report';
import { inPlaceRequests, pathsOf, replaceOthers, writeCopies } from './writePlanned';

export interface EmbedSettings extends EmbedRequest {
  readonly jobs: number;
  /** Folder of the copies; undefined: the files themselves are changed. */
  readonly to: string | undefined;
  readonly undoFolder: string;
  /** Outcomes as JSON, an object a line. */
  readonly json: boolean;
}

type Settled = { readonly file: string; readonly error?: unknown; readonly planned?: Planned };

/** Files that share one undo record. */
const UNDO_GROUP = 32;
/** Copies that share one sync of their folder. */
const COPY_GROUP = 256;

/** Embeds into many files: groups, order, and what is reported of each. */
export class EmbedRun {
  private readonly settings: EmbedSettings;
  private readonly planner: FilePlanner;
  private done = 0;
  private tick: () => void = () => undefined;

  constructor(settings: EmbedSettings) {
    this.settings = settings;
    this.planner = new FilePlanner(settings);
  }

  /** Groups follow each other; inside a group several files are worked on at a time. */
  async carryOut(given: readonly string[]): Promise<number> {
    // A file that is named twice is written once.
    const files = [...new Map(given.map((file) => [path.resolve(file), file])).values()];
    const shown = progress(files.length);
    this.tick = () => shown.at(++this.done);
    let failed = 0;
    const size = this.settings.to === undefined ? UNDO_GROUP : COPY_GROUP;
    for (let at = 0; at < files.length; at += size) {
      const settled = await this.group(files.slice(at, at + size), at);
      for (const one of settled) if (this.report(one)) failed++;
    }
    shown.end();
    return failed;
  }

  /** Outcomes go to standard output, reasons and warnings to standard error. Returns whether the file was not written. */
  private report({ file, error, planned }: Settled): boolean {
    const outcome = outcomeOf(error, planned);
    const why = error === undefined ? undefined : failureWords(error);
    const problems = planned?.problems ?? [];
    process.stdout.write(`${outcomeLine({ file, outcome, why, problems }, this.settings.json)}\n`);
    if (why !== undefined) process.stderr.write(`${file}: ${why}\n`);
    for (const problem of problems)
      if (problem.severity !== 'info') process.stderr.write(`${warningLine(file, problem)}\n`);
    return error !== undefined;
  }

  private async group(files: readonly string[], first: number): Promise<Settled[]> {
    const { jobs, to } = this.settings;
    if (to !== undefined) {
      const settled = await pooled(files, jobs, (file, index) =>
        this.settle(file, async () => {
          const planned = await this.planner.plan(file, first + index);
          await writeCopies(planned, to);
          return planned;
        }),
      );
      // One sync makes the names of the whole group durable, before any of them is called done.
      await diskLayer.syncFolder(to);
      return settled;
    }
    const planned = await pooled(files, jobs, async (file, index) => {
      try {
        return await this.planner.plan(file, first + index);
      } catch (error) {
        return { file, error };
      }
    });
    const requests = planned.flatMap((one) => ('plan' in one ? inPlaceRequests(one) : []));
    const outcomes = requests.length > 0 ? await writeInPlace(requests, this.settings.undoFolder) : [];
    const failures = new Map(
      outcomes.flatMap((one, i) => ('error' in one ? [[requests[i]!.path, one.error] as const] : [])),
    );
    return pooled(planned, jobs, async (one): Promise<Settled> => {
      if (!('plan' in one)) return one;
      const error = pathsOf(one)
        .map((name) => failures.get(name))
        .find((found) => found !== undefined);
      return error === undefined
        ? this.settle(one.file, async () => {
            await replaceOthers(one);
            return one;
          })
        : { file: one.file, error };
    });
  }

  private async settle(file: string, work: () => Promise<Planned>): Promise<Settled> {
    try {
      return { file, planned: await work() };
    } catch (error) {
      return { file, error };
    } finally {
      this.tick();
    }
  }
}

/** A refused file is as it was, by a rule; a failed one could not be read or written. */
function outcomeOf(error: unknown, planned: Planned | undefined): Outcome {
  if (error instanceof FormatError) return 'refused';
  if (error !== undefined || !planned) return 'failed';
  const { parts } = planned.plan;
  if (parts.length === 0) return 'unchanged';
  return parts.every((part) => isSidecar(part.role)) ? 'sidecar' : 'written';
}
