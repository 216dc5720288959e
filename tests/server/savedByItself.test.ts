import { eq } from 'drizzle-orm';
import { usualChoices } from '@/core/naming/importChoices';
import { identityVersions } from '@/server/db/schema/identities';
import { templates } from '@/server/db/schema/templates';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { keepPlan, listPlans } from '@/server/operations/bringIn/plans';
import { identityReach, installationContext, saveIdentity } from '@/server/operations/identities/identities';
import { dropTemplateDraft, saveTemplateDraft } from '@/server/operations/templates/templateDrafts';
import { stepTemplate, templateStepsOf } from '@/server/operations/templates/templateSteps';
import { createTemplate, readTemplate } from '@/server/operations/templates/templates';
import { assignmentWith, bringIn, openTestServer, smallJpeg, type TestServer } from './testServer';

/** What saves itself: facts, details, plans, a template's page; by several windows at once. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

describe('undo and redo of a template’s page', () => {
  const page = (headline: string, city = '') => ({
    name: 'Steps',
    kind: 'standing' as const,
    entries: [
      ...(headline ? [{ field: 'headline' as const, rule: 'overwrite' as const, texts: [headline] }] : []),
      ...(city ? [{ field: 'city' as const, rule: 'overwrite' as const, texts: [city] }] : []),
    ],
  });
  const begin = async () => {
    const { id } = await createTemplate(server.context, page('Kept'));
    const save = (headline: string, city = '', met?: string) =>
      saveTemplateDraft(server.context, id, {
        ...page(headline, city),
        baseVersion: 1,
        ...(met === undefined ? {} : { met }),
      });
    const shown = async () => {
      const { draft, entries } = await readTemplate(server.context, id);
      return (draft?.entries ?? entries).map((one) => one.texts[0]);
    };
    const next = () => templateStepsOf(server.context, id);
    const step = (stepId: string, undone: boolean) => stepTemplate(server.context, id, stepId, undone);
    return { id, save, shown, next, step };
  };

  test('words typed in one go are one step; another line is another, told by its name', async () => {
    const { save, shown, next, step } = await begin();
    for (const typed of ['K', 'Ket', 'Ketch']) await save(typed);
    await save('Ketch', 'Havnes');
    const { undo } = await next();
    expect(undo?.fields).toEqual(['city']);
    await step(undo!.id, true);
    expect(await shown()).toEqual(['Ketch']);
    const before = await next();
    expect([before.undo?.fields, before.redo?.fields]).toEqual([['headline'], ['city']]);
    await step(before.undo!.id, true);
    expect(await shown()).toEqual(['Kept']);
    await step(before.undo!.id, false);
    await step(before.redo!.id, false);
    expect(await shown()).toEqual(['Ketch', 'Havnes']);
  });

  test('a step asked for twice is done once, and a new change leaves behind what was undone', async () => {
    const { save, shown, next, step } = await begin();
    await save('Ketch');
    const { undo } = await next();
    await Promise.all([step(undo!.id, true), step(undo!.id, true)]);
    expect(await shown()).toEqual(['Kept']);
    await save('Kept', 'Havnes');
    expect((await next()).redo).toBeUndefined();
  });

  test('a page that another window wrote is neither overwritten nor undone', async () => {
    const { id, save, shown, next } = await begin();
    const { savedAt } = await save('Mine', '', '');
    await save('Theirs', '', savedAt);
    await expect(save('Mine again', '', savedAt)).rejects.toMatchObject({ status: 409 });
    expect(await shown()).toEqual(['Theirs']);
    const { undo } = await next();
    await server.db.update(templates).set({ draft: null }).where(eq(templates.id, id));
    await expect(stepTemplate(server.context, id, undo!.id, true)).rejects.toMatchObject({ status: 409 });
  });

  test('a discarded draft can be had back', async () => {
    const { id, save, shown, next, step } = await begin();
    await save('Ketch');
    await dropTemplateDraft(server.context, id);
    expect(await shown()).toEqual(['Kept']);
    await step((await next()).undo!.id, true);
    expect(await shown()).toEqual(['Ketch']);
  });
});

describe('details that save themselves', () => {
  const parts = (telephone: string) => ({ telephone });
  const kept = async (id: string) =>
    (await server.db.select().from(identityVersions).where(eq(identityVersions.identityId, id)))
      .sort((a, b) => a.version - b.version)
      .map((one) => one.parts.telephone);

  test('half-typed numbers that no run could use are no former details', async () => {
    const me = { name: 'Ylva Tarn', kind: 'person' as const };
    let saved = await saveIdentity(server.context, { ...me, parts: parts('+47 1') });
    for (const typed of ['+47 55', '+47 55 50'])
      saved = await saveIdentity(
        server.context,
        { ...me, parts: parts(typed), baseVersion: saved.version },
        saved.id,
      );
    expect(await kept(saved.id)).toEqual(['+47 55 50']);
    await bringIn(server, { 'a.jpg': await smallJpeg(1) });
    saved = await saveIdentity(
      server.context,
      { ...me, parts: parts('+47 66'), baseVersion: saved.version },
      saved.id,
    );
    expect(await kept(saved.id)).toEqual(['+47 55 50', '+47 66']);
    const { formerIdentities } = await installationContext(server.context);
    expect(formerIdentities.some((one) => one['Ylva Tarn']?.telephone === '+47 55 50')).toBe(true);
  });

  test('two windows: the second one is told, and nothing is overwritten', async () => {
    const text = { name: 'Two Windows', kind: 'business' as const, parts: parts('+47 1') };
    const { id, version } = await saveIdentity(server.context, text);
    await saveIdentity(server.context, { ...text, parts: parts('+47 2'), baseVersion: version }, id);
    await expect(
      saveIdentity(server.context, { ...text, parts: parts('+47 3'), baseVersion: version }, id),
    ).rejects.toMatchObject({ status: 409 });
    expect((await installationContext(server.context)).identities['Two Windows']?.telephone).toBe('+47 2');
  });

  test('templates written with a former name find the details, and are told as taking them up', async () => {
    const text = { name: 'Old Firm', kind: 'business' as const, parts: parts('+47 9') };
    const { id } = await saveIdentity(server.context, text);
    const template = await createTemplate(server.context, {
      name: 'By the old name',
      kind: 'standing',
      entries: [{ field: 'contactPhone', rule: 'overwrite', texts: ['{{ Old Firm : telephone }}'] }],
    });
    await saveIdentity(server.context, { ...text, name: 'New Firm' }, id);
    const { identities } = await installationContext(server.context);
    expect(identities['Old Firm']).toMatchObject({ name: 'New Firm', telephone: '+47 9' });
    const reach = (await identityReach(server.context)).find((one) => one.id === id);
    expect(reach?.templates.map((one) => one.id)).toEqual([template.id]);
  });
});

test('facts: another window’s are not overwritten; a value without a name, and a name twice, are refused', async () => {
  const { id } = await assignmentWith(server, {});
  const fact = (name: string, value = 'x') => ({ name, value });
  const change = (facts: object[], met?: object[]) =>
    changeAssignment(server.context, id, {
      facts: facts as never,
      ...(met ? { met: { facts: met as never } } : {}),
    });
  await change([fact('vessel', 'Marena')], [fact('client', 'Boat Trust')]);
  await expect(change([fact('venue')], [fact('client', 'Boat Trust')])).rejects.toMatchObject({
    status: 409,
  });
  // The same words from two windows are no conflict.
  await change([fact('vessel', 'Marena')], [fact('client', 'Boat Trust')]);
  await expect(change([fact('', 'lost?')])).rejects.toThrow('Give the fact “lost?” a name');
  await expect(change([fact('Vessel'), fact('vessel')])).rejects.toThrow('Two facts are called');
  expect((await readAssignment(server.context, id)).facts).toEqual([fact('vessel', 'Marena')]);
});

test('plans: a name that is taken, and one that another window changed, are told', async () => {
  const { id } = await assignmentWith(server, {});
  const choices = { ...usualChoices, keywords: 'sail' };
  await keepPlan(server.context, id, { name: 'Yard', choices });
  const [plan] = await listPlans(server.context);
  await expect(
    keepPlan(server.context, id, { name: 'Yard', choices: { ...choices, keywords: 'mast' } }),
  ).rejects.toThrow('a plan called “Yard” already');
  const met = plan!.choices;
  await keepPlan(server.context, id, { name: 'Yard', choices: { ...choices, keywords: 'mast' }, met });
  await expect(
    keepPlan(server.context, id, { name: 'Yard', choices: { ...choices, keywords: 'hull' }, met }),
  ).rejects.toThrow('changed in another window');
  expect((await listPlans(server.context))[0]?.choices.keywords).toBe('mast');
});

test('two windows that take one name for a plan at the same moment: one of them is told', async () => {
  const { id } = await assignmentWith(server, {});
  const keep = (keywords: string) =>
    keepPlan(server.context, id, { name: 'At once', choices: { ...usualChoices, keywords } });
  const ended = await Promise.allSettled([keep('sail'), keep('mast')]);
  expect(ended.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected']);
});
