import path from 'node:path';
import type { Problem } from '../core/problems/problem';
import { diskLayer } from '../server/files/diskLayer';
import { writeInPlace } from '../server/files/inPlace';
import { type EmbedRequest, FilePlanner } from './planFile';
import { pooled } from './pooled';
import { failureLine, progress, warningLine } from './report';
import { inPlaceRequests, pathsOf, replaceOthers, writeCopies } from './writePlanned';

export interface EmbedSettings extends EmbedRequest {
  readonly jobs: number;
  /** Folder of the copies; undefined: the files themselves are changed. */
  readonly to: string | undefined;
  readonly undoFolder: string;
}

type Settled = { readonly file: string; readonly error?: unknown; readonly problems?: readonly Problem[] };

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
      for (const one of settled) {
        if (one.error !== undefined) {
          failed++;
          process.stderr.write(`${failureLine(one.file, one.error)}\n`);
        }
        for (const problem of one.problems ?? [])
          if (problem.severity !== 'info') process.stderr.write(`${warningLine(one.file, problem)}\n`);
      }
    }
    shown.end();
    return failed;
  }

  private async group(files: readonly string[], first: number): Promise<Settled[]> {
    const { jobs, to } = this.settings;
    if (to !== undefined) {
      const settled = await pooled(files, jobs, (file, index) =>
        this.settle(file, async () => {
          const planned = await this.planner.plan(file, first + index);
          await writeCopies(planned, to);
          return planned.problems;
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
            return one.problems;
          })
        : { file: one.file, error };
    });
  }

  private async settle(file: string, work: () => Promise<readonly Problem[]>): Promise<Settled> {
    try {
      return { file, problems: await work() };
    } catch (error) {
      return { file, error };
    } finally {
      this.tick();
    }
  }
}
