import path from 'node:path';
import { sql } from 'drizzle-orm';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { proofOfDrafts } from '@/server/operations/photos/selectionValues';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { bringIn, carryOut, openTestServer, smallJpeg, type TestServer, valuesOf } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

// The drafts had come later than the proof that showed them: the run left all of them out.
test('a clock that is set back between writing and embedding leaves out nothing that stands in the proof', async () => {
  const { context, db } = server;
  const { id, photos, working } = await bringIn(server, { 'kt26-1.jpg': await smallJpeg(1) });
  const scope = { of: 'these', ids: [photos[0]!.id] } as const;
  const write = (value: string) => writeDrafts(context, id, scope, { kind: 'set', field: 'headline', value });
  await write('Launch');
  // An hour by which the clock went back.
  await db.execute(sql`update drafts set changed_at = now() + interval '1 hour'`);
  const { asOf } = await proofOfDrafts(context, id, scope);
  const { runId } = await startEmbed(context, id, scope, { asOf });
  await carryOut(context, runId);
  expect(await valuesOf(path.join(working, 'kt26-1.jpg'))).toMatchObject({ headline: 'Launch' });
  // What is written after the proof stays out, as with a clock that goes forward.
  await write('Launch at noon');
  const proof = await proofOfDrafts(context, id, scope);
  await write('Launch at dusk');
  await expect(startEmbed(context, id, scope, { asOf: proof.asOf })).rejects.toThrow();
});
