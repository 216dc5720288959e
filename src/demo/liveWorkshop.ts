import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { FieldId } from '../core/catalogue/fields';
import { these } from '../core/drafts/scope';
import type { Context } from '../server/context';
import { assignments } from '../server/db/schema/assignments';
import { identityVersions } from '../server/db/schema/identities';
import { runs } from '../server/db/schema/runs';
import { changeAssignment } from '../server/operations/assignments/assignments';
import { createAssignment } from '../server/operations/assignments/createAssignment';
import { startImport } from '../server/operations/bringIn/startImport';
import { saveDeliveryPlan } from '../server/operations/deliveries/deliveryPlans';
import { startDelivery } from '../server/operations/deliveries/startDelivery';
import { writeDrafts } from '../server/operations/drafts/writeDrafts';
import { saveIdentity } from '../server/operations/identities/identities';
import { listPhotos } from '../server/operations/photos/photos';
import { startEmbed } from '../server/operations/runs/startEmbed';
import { changeTemplate, createTemplate, listTemplates } from '../server/operations/templates/templates';
import { carryOutRun } from '../server/runs/carryOutRun';
import {
  type DemoAssignment,
  details,
  formatsBook,
  moreTemplates,
  sailLoft,
  winterLayUp,
} from './moreAssignments';
import { demoVocabulary } from './vocabulary';

const YEAR_MS = 365 * 86_400_000;

/**
 * Brings the demo to life beside the card that waits: details, further templates and versions, an older
 * assignment that is finished, and one that is half described. All of it by the operations that a person
 * uses, into real files.
 */
export async function liveWorkshop(context: Context, dataFolder: string): Promise<void> {
  await saveIdentity(context, details);
  // The demo's runs lie in the past, and wrote these details.
  await context.db.update(identityVersions).set({ createdAt: new Date(context.now().getTime() - YEAR_MS) });
  for (const template of moreTemplates) await createTemplate(context, template);
  await secondVersion(context);
  await demoVocabulary(context);
  for (const one of [formatsBook, winterLayUp, sailLoft]) await bringToLife(context, one, dataFolder);
}

/** The standing template takes its reach from the details: changed once, changed everywhere. */
async function secondVersion(context: Context): Promise<void> {
  const template = (await listTemplates(context)).find((one) => one.name === 'Standing rights')!;
  const taken: { readonly [K in FieldId]?: string } = {
    contactEmail: '{{ Aune Pell : e-mail }}',
    contactPhone: '{{ Aune Pell : telephone }}',
    contactWeb: '{{ Aune Pell : web address }}',
    creditLine: '{{ Aune Pell : credit line }}',
  };
  const entries = template.entries.map((entry) => {
    const text = taken[entry.field];
    return text ? { ...entry, texts: [text] } : entry;
  });
  await changeTemplate(context, template.id, { ...template, entries }, template.version);
}

async function bringToLife(context: Context, demo: DemoAssignment, dataFolder: string): Promise<void> {
  const { db } = context;
  const working = path.join(dataFolder, 'pictures', demo.name);
  await mkdir(working, { recursive: true });
  const { id } = await createAssignment(context, {
    name: demo.name,
    workingPath: working,
    sourcePath: drawnFolder(dataFolder, demo),
  });
  const all = await listTemplates(context);
  await changeAssignment(context, id, {
    facts: [...demo.facts],
    ...(demo.people ? { people: demo.people } : {}),
    inForce: demo.templates.map((name) => all.find((one) => one.name === name)!.id),
  });
  const carryOut = async ({ runId }: { runId: string }) => carryOutRun(context, runId, () => false);
  await carryOut(
    await startImport(context, id, { paths: demo.pictures.map((one) => one.name), leaveAsTheyAre: [] }),
  );
  const photos = await listPhotos(context, id);
  for (const { embed, values } of demo.written) {
    const ids = photos.filter((photo) => values[photo.name]).map((photo) => photo.id);
    for (const photo of photos)
      for (const [field, value] of Object.entries(values[photo.name] ?? {})) {
        const scope = these([photo.id]);
        if (field === 'description')
          await writeDrafts(context, id, scope, { kind: 'caption', text: String(value) });
        else if (field === 'keywords')
          await writeDrafts(context, id, scope, { kind: 'add-keywords', terms: value as string[] });
        else await writeDrafts(context, id, scope, { kind: 'set', field: field as FieldId, value });
      }
    if (embed) await carryOut(await startEmbed(context, id, these(ids)));
  }
  if (demo.delivered) {
    const { name, deliveryPlan } = demo.delivered;
    await saveDeliveryPlan(context, id, { name, deliveryPlan });
    await carryOut(await startDelivery(context, id, { deliveryPlan, photoIds: photos.map((one) => one.id) }));
  }
  const begun = new Date(context.now().getTime() - demo.daysAgo * 86_400_000);
  await db.update(assignments).set({ createdAt: begun }).where(eq(assignments.id, id));
  await db.update(runs).set({ createdAt: begun }).where(eq(runs.assignmentId, id));
}

/** Where its pictures are drawn before there is a database. */
export const drawnFolder = (dataFolder: string, { name }: DemoAssignment): string =>
  path.join(dataFolder, 'drawn', name);
