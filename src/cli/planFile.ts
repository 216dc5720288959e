import path from 'node:path';
import type { FieldId } from '../core/catalogue/fields';
import type { FieldValue } from '../core/catalogue/value';
import { planShot, type ShotChoices, type ShotPlan } from '../core/embed/planShot';
import { valuesOfRecord } from '../core/mapping/read';
import { FormatError, type Problem } from '../core/problems/problem';
import { otherMaker } from '../core/rights/makers';
import { valuesComing } from '../core/templates/incoming';
import { type CompiledTemplates, resolve } from '../core/templates/resolve';
import { containersOf, Neighbours, type ReadShot, readShot } from '../server/files/readShot';
import { localNow } from '../server/operations/templates/placeholderContext';

/** What is wanted of every file. */
export interface EmbedRequest {
  readonly templates: CompiledTemplates;
  readonly keywords: readonly string[];
  readonly facts: Readonly<Record<string, string>>;
  readonly today: string;
  readonly choices: ShotChoices;
  /** What is done with files that state somebody else: left alone, filled where empty, or written as one's own. */
  readonly others: 'leave' | 'fill' | 'write';
  /** Keys of one's own names (rights/makers), as the templates state them. Without any, makers are not compared. */
  readonly own: ReadonlySet<string>;
}

export interface Planned {
  readonly file: string;
  readonly read: ReadShot;
  readonly plan: ShotPlan;
  readonly problems: readonly Problem[];
}

/** Reads files, resolves the templates for each, and plans what will be written. */
export class FilePlanner {
  private readonly wish: EmbedRequest;
  private readonly neighbours = new Neighbours();

  constructor(wish: EmbedRequest) {
    this.wish = wish;
  }

  async plan(file: string, index: number): Promise<Planned> {
    const read = await readShot(path.dirname(file), await this.neighbours.alone(file));
    const { wanted, missing } = this.wanted(read, index);
    const plan = await planShot(containersOf(read), wanted, {
      ...this.wish.choices,
      now: localNow(new Date()),
    });
    if (plan.refused) throw new FormatError(plan.refused.code, plan.refused.part, plan.refused);
    return { file, read, plan, problems: [...plan.problems, ...missing] };
  }

  private wanted(
    read: ReadShot,
    index: number,
  ): { wanted: Map<FieldId, FieldValue | null>; missing: readonly Problem[] } {
    const { templates, facts, today, keywords, others, own } = this.wish;
    const values = valuesOfRecord(read.record);
    const maker = own.size > 0 && others !== 'write' ? otherMaker(values, own) : undefined;
    if (maker !== undefined && others === 'leave')
      throw new FormatError('made-by-others', 'file', { found: maker });
    const onlyEmpty = maker !== undefined;
    const { camera, lens } = read.main.picture.camera;
    const { pixels } = read.main.picture;
    const context = {
      fileName: read.shot.main,
      runningNumber: index + 1,
      today,
      facts,
      folder: path.basename(read.folder),
      ...(camera ? { camera } : {}),
      ...(lens ? { lens } : {}),
      ...(pixels ? { width: pixels.width, height: pixels.height } : {}),
    };
    const changes = valuesComing(templates, values, context, { leave: false, onlyEmpty, keywords });
    const wanted = new Map([...changes].map(([id, { value }]) => [id, value]));
    return { wanted, missing: resolve(templates, values, context).problems };
  }
}
