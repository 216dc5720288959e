import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { Entry } from '../core/templates/template';
import type { Context } from '../server/context';
import { assignments } from '../server/db/schema/assignments';
import { openedFolders } from '../server/db/schema/folders';
import { changeAssignment } from '../server/operations/assignments/assignments';
import { createAssignment } from '../server/operations/assignments/createAssignment';
import { openFolder } from '../server/operations/folders/folders';
import { createTemplate } from '../server/operations/templates/templates';
import { yardPeople } from './moreAssignments';

const line = (field: Entry['field'], rule: Entry['rule'], ...texts: string[]): Entry => ({
  field,
  rule,
  texts,
});

const standing: readonly Entry[] = [
  line('creator', 'overwrite', 'Aune Pell'),
  line('jobTitle', 'overwrite', 'Photographer'),
  line('creditLine', 'overwrite', 'Tarn & Tide'),
  line(
    'copyrightNotice',
    'overwrite',
    '© {{ year taken }} Aune Pell, all rights reserved, tarnandtide.example',
  ),
  line('rightsStatus', 'overwrite', 'in-copyright'),
  line('usageTerms', 'overwrite', 'No use without written permission.'),
  line('webStatement', 'overwrite', 'https://tarnandtide.example/rights'),
  line('contactEmail', 'overwrite', 'desk@tarnandtide.example'),
  line('contactPhone', 'overwrite', '+47 555 01 77'),
  line('contactWeb', 'overwrite', 'https://tarnandtide.example'),
  line('description', 'after', 'Aune Pell / Tarn & Tide'),
];

const job: readonly Entry[] = [
  line('headline', 'fill', 'Relaunch of the ketch {{ vessel }}'),
  line('keywords', 'add', 'ketch', 'boatyard', 'restoration'),
  line('sublocation', 'fill', '{{ yard }}'),
  line('city', 'fill', 'Havnes'),
  line('country', 'fill', 'Norway'),
  line('countryCode', 'fill', 'NOR'),
  line('instructions', 'overwrite', 'For the Boat Trust. Not before {{ date published }}.'),
];

/** Puts the demo assignment into an empty installation; false where it is there already. */
export async function seedDemo(context: Context, card: string, dataFolder: string): Promise<boolean> {
  const [known] = await context.db
    .select({ id: openedFolders.id })
    .from(openedFolders)
    .where(eq(openedFolders.path, card));
  if (known) return false;
  const source = await openFolder(context, { path: card, kind: 'card', label: 'Memory card K2 (simulated)' });
  const working = path.join(dataFolder, 'pictures', 'Relaunch of the ketch');
  await mkdir(working, { recursive: true });
  const rights = await createTemplate(context, {
    name: 'Standing rights',
    kind: 'standing',
    entries: standing,
  });
  const relaunch = await createTemplate(context, {
    name: 'Relaunch, for the Boat Trust',
    kind: 'job',
    entries: job,
  });
  const { id } = await createAssignment(context, { name: 'Relaunch of the ketch', workingPath: working });
  await context.db.update(assignments).set({ sourceFolderId: source.id }).where(eq(assignments.id, id));
  await changeAssignment(context, id, {
    publishedOn: '2026-06-05',
    inForce: [rights.id, relaunch.id],
    facts: [
      { name: 'vessel', value: 'Marena' },
      { name: 'yard', value: 'Pellvik yard' },
      { name: 'client', value: 'Boat Trust' },
    ],
    people: yardPeople,
  });
  return true;
}
