import path from 'node:path';
import type { FieldId } from '../core/catalogue/fields';
import type { FieldValue } from '../core/catalogue/value';
import type { Edit } from '../core/containers/container';
import { planShot, type ShotChoices, type ShotPart, type ShotPlan } from '../core/embed/planShot';
import { valuesOfRecord } from '../core/mapping/read';
import { FormatError, type Problem } from '../core/problems/problem';
import { type CompiledTemplates, resolve } from '../core/templates/resolve';
import { applyRule } from '../core/templates/rules';
import { applyEdits } from '../server/files/applyEdits';
import { createFile } from '../server/files/createFile';
import { fitsInPlace, type InPlaceRequest, writeInPlace } from '../server/files/inPlace';
import { diskLayer } from '../server/files/layer';
import { containersOf, Neighbours, type ReadShot, readShot, sidecarPath } from '../server/files/readShot';
import { verifyWritten } from '../server/files/verifyWritten';
import { failureLine, problemLine, progress } from './report';

export interface EmbedSettings {
  readonly templates: CompiledTemplates;
  readonly keywords: readonly string[];
  readonly facts: Readonly<Record<string, string>>;
  readonly today: string;
  readonly choices: ShotChoices;
  readonly jobs: number;
  /** Folder of the copies; undefined: the files themselves are changed. */
  readonly to: string | undefined;
  readonly undoFolder: string;
}

interface Planned {
  readonly file: string;
  readonly read: ReadShot;
  readonly plan: ShotPlan;
  readonly problems: readonly Problem[];
}
type Settled = { readonly file: string; readonly error?: unknown; readonly problems?: readonly Problem[] };

/** Files that share one undo record. */
const UNDO_GROUP = 32;
/** Copies that share one sync of their folder. */
const COPY_GROUP = 256;

export class EmbedRun {
  private readonly settings: EmbedSettings;
  private readonly neighbours = new Neighbours();

  constructor(settings: EmbedSettings) {
    this.settings = settings;
  }

  /** Groups follow each other; inside a group several files are worked on at a time. */
  async carryOut(files: readonly string[]): Promise<number> {
    const shown = progress(files.length);
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
          if (problem.severity !== 'info') process.stderr.write(`${problemLine(one.file, problem)}\n`);
      }
      shown.at(Math.min(at + size, files.length));
    }
    shown.end();
    return failed;
  }

  private async group(files: readonly string[], first: number): Promise<Settled[]> {
    const { jobs, to } = this.settings;
    if (to !== undefined) {
      const settled = await pooled(files, jobs, (file, index) =>
        this.settle(file, async () => {
          const planned = await this.plan(file, first + index);
          await this.copy(planned, to);
          return planned.problems;
        }),
      );
      // One sync makes the names of the whole group durable, before any of them is called done.
      await diskLayer.syncFolder(to);
      return settled;
    }
    const planned = await pooled(files, jobs, async (file, index) => {
      try {
        return await this.plan(file, first + index);
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
    }
  }

  private async plan(file: string, index: number): Promise<Planned> {
    const read = await readShot(path.dirname(file), await this.neighbours.alone(file));
    const { wanted, missing } = this.wanted(read, index);
    const plan = await planShot(containersOf(read), wanted, this.settings.choices);
    if (plan.refused) throw new FormatError(plan.refused.code, plan.refused.part, plan.refused);
    return { file, read, plan, problems: [...plan.problems, ...missing] };
  }

  private wanted(
    read: ReadShot,
    index: number,
  ): { wanted: Map<FieldId, FieldValue | null>; missing: readonly Problem[] } {
    const { templates, facts, today, keywords } = this.settings;
    const values = valuesOfRecord(read.record);
    const { camera } = read.main.picture.camera;
    const { changes, problems: missing } = resolve(templates, values, {
      fileName: read.shot.main,
      runningNumber: index + 1,
      today,
      facts,
      ...(camera ? { camera } : {}),
    });
    const wanted = new Map([...changes].map(([id, change]) => [id, change.value]));
    if (keywords.length > 0) {
      const present = wanted.get('keywords') ?? values.keywords;
      wanted.set('keywords', applyRule('keywords', 'add', present ?? undefined, keywords));
    }
    return { wanted, missing };
  }

  /** A copy of every file of the photo, the metadata going in on the way. */
  private async copy({ read, plan }: Planned, to: string): Promise<void> {
    for (const [role, source] of [
      ['main', read.main],
      ['sidecar', read.sidecar],
    ] as const) {
      if (!source) continue;
      const name = role === 'main' ? read.shot.main : read.shot.sidecar!;
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
    if (fresh) await createFile(path.join(to, path.basename(sidecarPath(read))), insertedBytes(fresh));
  }
}

function pathOf(read: ReadShot, part: ShotPart): string {
  return part.role === 'sidecar' ? sidecarPath(read) : path.join(read.folder, read.shot.main);
}

function pathsOf({ read, plan }: Planned): string[] {
  return plan.parts.map((part) => pathOf(read, part));
}

function fits(read: ReadShot, part: ShotPart): boolean {
  const { stat } = part.role === 'sidecar' ? (read.sidecar ?? read.main) : read.main;
  return !part.isNew && part.role !== 'sidecar' && fitsInPlace(part.plan.edits, stat.size);
}

function inPlaceRequests({ read, plan }: Planned): InPlaceRequest[] {
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
async function replaceOthers({ read, plan }: Planned): Promise<void> {
  for (const part of plan.parts) {
    if (fits(read, part)) continue;
    const target = pathOf(read, part);
    if (part.isNew) {
      await createFile(target, insertedBytes(part));
      continue;
    }
    await applyEdits({
      source: target,
      target,
      edits: part.plan.edits,
      mode: 'replace',
      expected: part.role === 'sidecar' ? read.sidecar!.stat : read.main.stat,
      times: 'now',
      verify: (bytes) => verifyWritten(bytes, part.plan, path.basename(target)),
      digest: false,
    });
  }
}

function insertedBytes(part: ShotPart): Uint8Array {
  return Buffer.concat(part.plan.edits.flatMap((edit: Edit) => (edit.kind === 'insert' ? [edit.bytes] : [])));
}

/** Results in the order of the items, `width` of them in work at a time. */
async function pooled<T, R>(
  items: readonly T[],
  width: number,
  work: (item: T, index: number) => Promise<R>,
): Promise<R[]> {
  const results: R[] = new Array(items.length);
  let next = 0;
  const worker = async () => {
    for (let index = next++; index < items.length; index = next++)
      results[index] = await work(items[index]!, index);
  };
  await Promise.all(Array.from({ length: Math.min(width, items.length) }, worker));
  return results;
}
