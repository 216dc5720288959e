// node scripts/freezeDataFolder.mjs [FABRICA]
// Packs a small data folder of this version into tests/fixtures/dataFolders, once per release;
// tests/e2e/earlierVersions.spec.ts starts all of them with the current build.
import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';
import sharp from 'sharp';

const root = path.resolve(import.meta.dirname, '..');
const data = '/tmp/fabrica-frozen';
const pictures = path.join(data, 'pictures');
const to = path.join(root, 'tests/fixtures/dataFolders');
const { entries } = JSON.parse(
  readFileSync(path.join(root, 'src/server/db/migrations/meta/_journal.json'), 'utf8'),
);

rmSync(data, { recursive: true, force: true });
mkdirSync(pictures, { recursive: true, mode: 0o755 });
for (const [at, name] of ['fz-01.jpg', 'fz-02.jpg'].entries())
  await sharp({ create: { width: 60, height: 40, channels: 3, background: { r: 90 * at, g: 120, b: 60 } } })
    .jpeg()
    .toFile(path.join(pictures, name));

const fabrica = spawn(process.argv[2] ?? path.join(root, 'fabrica'), ['start'], {
  env: { ...process.env, FABRICA_DATA: data, FABRICA_PORT: '4990' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
let address;
for await (const text of fabrica.stdout.setEncoding('utf8')) {
  address = /Fabrica is at (http:\S+)/.exec(text)?.[1];
  if (address) break;
}

async function send(where, body, method = body ? 'POST' : 'GET') {
  const answer = await fetch(`${address}/api/${where}`, {
    method,
    headers: { 'content-type': 'application/json', origin: address },
    body: body && JSON.stringify(body),
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(`${where}: ${text}`);
  return text;
}

const { id } = JSON.parse(await send('assignments', { name: 'Frozen', workingPath: pictures }));
await send(`assignments/${id}`, { inForce: [] }, 'PATCH');
await send('identities', { name: 'Frozen', kind: 'person', parts: { name: 'Aune Pell' } });
let ids = [];
while (ids.length < 2) {
  await new Promise((resolve) => setTimeout(resolve, 500));
  const lines = (await send(`assignments/${id}/photos`)).split('\n').filter(Boolean);
  ids = lines.flatMap((line) => (JSON.parse(line).rows ?? []).map((row) => row.id));
}
const all = { of: 'these', ids };
await send(`assignments/${id}/writing`, {
  scope: all,
  writing: { kind: 'set', field: 'headline', value: 'Frozen headline' },
});
const { runId } = JSON.parse(await send(`assignments/${id}/embed`, { scope: all }));
for (let state; state !== 'done'; ) {
  await new Promise((resolve) => setTimeout(resolve, 500));
  ({ state } = JSON.parse(await send(`runs/${runId}`)));
}
await send(`assignments/${id}/writing`, {
  scope: all,
  writing: { kind: 'set', field: 'city', value: 'Frozen city' },
});

const ended = once(fabrica, 'exit');
fabrica.kill('SIGINT');
await ended;
mkdirSync(to, { recursive: true });
// The databases of a cluster repeat each other: a window of 128 MB makes the archive five times smaller.
const params = {
  [constants.BROTLI_PARAM_LARGE_WINDOW]: 1,
  [constants.BROTLI_PARAM_LGWIN]: 27,
  [constants.BROTLI_PARAM_QUALITY]: 9,
};
const tar = execFileSync('tar', ['-cf', '-', '-C', data, '.'], { maxBuffer: 2 ** 30 });
writeFileSync(
  path.join(to, `${String(entries.length - 1).padStart(4, '0')}.tar.br`),
  brotliCompressSync(tar, { params }),
);
rmSync(data, { recursive: true, force: true });
