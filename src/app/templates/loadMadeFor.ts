import { contextFor } from '@/server/context';
import { isId } from '@/server/http/ids';
import { readAssignment } from '@/server/operations/assignments/assignments';

/** The assignment that a template is made or mended for, on the way to bringing pictures in. */
export async function loadMadeFor(search: Promise<{ for?: string | string[] }>) {
  const { for: id } = await search;
  if (!isId(id)) return undefined;
  const found = await readAssignment(contextFor('person'), id).catch(() => undefined);
  return found && { id: found.id, name: found.name };
}
