import { database } from '@/server/db/client';
import { readAssignment } from '@/server/operations/assignments/assignments';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The assignment that a template is made or mended for, on the way to bringing pictures in. */
export async function loadMadeFor(search: Promise<{ for?: string | string[] }>) {
  const { for: id } = await search;
  if (typeof id !== 'string' || !UUID.test(id)) return undefined;
  const found = await readAssignment(database(), id).catch(() => undefined);
  return found && { id: found.id, name: found.name };
}
