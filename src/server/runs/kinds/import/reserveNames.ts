import path from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { nameKey } from '../../../../core/naming/fileName';
import type { Context } from '../../../context';
import { nameClaims } from '../../../db/schema/runs';
import type { RunItemResult } from '../../../db/stored/runs';
import { ClaimLost } from '../../claimLost';
import type { Item } from '../../claims';
import type { ImportRun } from './importRun';

/**
 * Notes with the item under which names its files are about to be placed, so that an attempt that is cut
 * off is found again; false where another item has one of them, as any file system compares names, or the
 * index knows another picture under one, whose file is gone: what was written about that one is not this one's.
 */
export async function reserveNames(
  context: Context,
  run: ImportRun,
  item: Item,
  result: RunItemResult,
): Promise<boolean> {
  const { target, others, inside = '' } = result;
  const given = [target, others?.raw, others?.sidecar, others?.otherSidecar].filter(
    (name) => name !== undefined,
  );
  const names = given.map(nameKey);
  const paths = given.map((name) => path.posix.join(inside, name));
  const { rows } = await context.db.execute<{ claimed: string; noted: string }>(sql`
    with claimed as (
      insert into name_claims (folder_id, inside_key, name_key, item_id)
      select ${run.working.id}::uuid, ${nameKey(inside)}, key, ${item.id}::uuid from jsonb_array_elements_text(${JSON.stringify(names)}::jsonb) as key
      where not exists (select 1 from files where folder_id = ${run.working.id}::uuid
        and relative_path in (select jsonb_array_elements_text(${JSON.stringify(paths)}::jsonb)))
      on conflict (folder_id, inside_key, name_key) do update set item_id = excluded.item_id
        where name_claims.item_id = excluded.item_id
      returning 1),
    noted as (
      update run_items set result = ${JSON.stringify(result)}::jsonb
      where id = ${item.id}::uuid and claimed_by = ${run.lease.number} and (select count(*) from claimed) = ${names.length}
      returning 1)
    select (select count(*) from claimed) as claimed, (select count(*) from noted) as noted`);
  const { claimed, noted } = rows[0]!;
  if (Number(claimed) === names.length && Number(noted) === 0) throw new ClaimLost();
  if (Number(noted) > 0) return true;
  await context.db.delete(nameClaims).where(eq(nameClaims.itemId, item.id));
  return false;
}
