import { and, count, desc, eq, gte, ilike, inArray, lt, or, type SQL, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments, facts } from '../../db/schema/assignments';
import { licences } from '../../db/schema/deliveries';
import { runItems, runs } from '../../db/schema/runs';
import { templateVersions } from '../../db/schema/templates';
import type { RunKindId } from '../../db/stored/runs';
import { actOf } from '../../runs/registry';
import type { RunCounts } from './runs';

/** Which receipts are looked for; all that is named must be true. */
export interface RunSearch {
  /**
   * Part of the name of an assignment or a file, of a fact (the client), of a licensee, or of what the run was asked for:
   * names of templates, the values that they put, terms of a licence.
   */
  readonly words?: string;
  readonly kind?: RunKindId;
  /** Days, ISO 8601; both are meant with. */
  readonly from?: string;
  readonly to?: string;
  /** Those behind this run in the list. */
  readonly behind?: string;
}

const MOST = 50;

/** Receipts that are asked for, the newest first. */
export async function listRuns(context: Context, search: RunSearch = {}, most = MOST) {
  const rows = await context.db
    .select({
      id: runs.id,
      kind: runs.kind,
      state: runs.state,
      paused: runs.paused,
      createdAt: runs.createdAt,
      parameters: runs.parameters,
      assignmentName: assignments.name,
    })
    .from(runs)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .where(matches(search))
    .orderBy(desc(runs.createdAt), desc(runs.id))
    .limit(most);
  const counts = await countsOf(
    context,
    rows.map((row) => row.id),
  );
  return rows.map(({ parameters, ...row }) => ({
    ...row,
    act: actOf({ kind: row.kind, parameters }),
    counts: counts.get(row.id) ?? none,
  }));
}

/** Some text of a JSON value is like this. */
const holdsText = (json: SQL, like: string) =>
  sql`exists (select 1 from jsonb_path_query(${json}, '$.** ? (@.type() == "string")') as leaf where leaf #>> '{}' ilike ${like})`;

function matches({ words = '', kind, from, to, behind }: RunSearch): SQL | undefined {
  const asked = words.trim();
  const like = `%${asked.replace(/[\\%_]/g, '\\$&')}%`;
  return and(
    kind ? eq(runs.kind, kind) : undefined,
    from ? gte(runs.createdAt, sql`${from}::date`) : undefined,
    to ? lt(runs.createdAt, sql`${to}::date + 1`) : undefined,
    behind
      ? sql`(${runs.createdAt}, ${runs.id}) < (select created_at, id from runs where id = ${behind}::uuid)`
      : undefined,
    asked === ''
      ? undefined
      : or(
          ilike(assignments.name, like),
          sql`exists (select 1 from ${runItems} where ${eq(runItems.runId, runs.id)} and ${ilike(runItems.name, like)})`,
          sql`exists (select 1 from ${facts} where ${eq(facts.assignmentId, runs.assignmentId)} and ${ilike(facts.value, like)})`,
          sql`exists (select 1 from ${licences} where ${eq(licences.runId, runs.id)} and ${ilike(licences.licensee, like)})`,
          holdsText(sql`${runs.parameters}`, like),
          sql`exists (select 1 from jsonb_array_elements(case when jsonb_typeof(${runs.parameters} -> 'templates') = 'array'
              then ${runs.parameters} -> 'templates' else '[]' end) as put
            join ${templateVersions} on ${templateVersions.templateId} = (put ->> 'id')::uuid
              and ${templateVersions.version} = (put ->> 'version')::int
            where ${holdsText(sql`${templateVersions.entries}`, like)})`,
        ),
  );
}

const none: RunCounts = { waiting: 0, done: 0, unchanged: 0, failed: 0, undone: 0 };

async function countsOf({ db }: Context, ids: readonly string[]): Promise<Map<string, RunCounts>> {
  const byRun = new Map<string, RunCounts>();
  if (ids.length === 0) return byRun;
  const rows = await db
    .select({ runId: runItems.runId, state: runItems.state, n: count() })
    .from(runItems)
    .where(inArray(runItems.runId, [...ids]))
    .groupBy(runItems.runId, runItems.state);
  for (const { runId, state, n } of rows) byRun.set(runId, { ...none, ...byRun.get(runId), [state]: n });
  return byRun;
}
