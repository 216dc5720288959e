import { these } from '@/core/drafts/scope';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { exportReceipt } from '@/server/operations/runs/exportReceipt';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { bringIn, carryOut, openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

// A spreadsheet computes cells that begin with one of these signs (common practice: an apostrophe marks text).
test('a receipt as CSV holds no cell that a spreadsheet would compute', async () => {
  const job = await bringIn(server, { '-a.jpg': await smallJpeg(1) });
  const scope = these([job.photos[0]!.id]);
  await writeDrafts(server.context, job.id, scope, { kind: 'set', field: 'title', value: '=HYPERLINK("x")' });
  await writeDrafts(server.context, job.id, scope, { kind: 'set', field: 'headline', value: 'A = B' });
  const { runId } = await startEmbed(server.context, job.id, scope);
  await carryOut(server.context, runId);
  let csv = '';
  for await (const piece of exportReceipt(server.context, runId, 'csv')) csv += piece;
  expect(csv).toContain(`"'=HYPERLINK(""x"")"`);
  expect(csv).toContain(`'-a.jpg,done`);
  expect(csv).toContain(',A = B,');
});
