import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { encodeUtf8 } from '@/core/bytes/text';
import { bombsOfMetadata } from './bombs';

/** Memory follows what is read, never what a file claims: each bomb in a process of its own, 6 times at once. */
const COPIES = 6;
const MOST_MEGABYTES = 250;

const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-bombs-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const program = path.join(folder, 'readMany.mjs');
beforeAll(() => {
  execFileSync('node_modules/.bin/esbuild', [
    path.join(__dirname, 'readMany.ts'),
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--log-level=error',
    `--outfile=${program}`,
  ]);
});

test.each(bombsOfMetadata)('%s', (name, made) => {
  const file = path.join(folder, `${name.replaceAll(' ', '-')}.bin`);
  const bytes = made();
  writeFileSync(file, bytes);
  expect(bytes.length).toBeLessThan(600_000);
  const told = execFileSync(process.execPath, [program, file, String(COPIES)], { encoding: 'utf8' });
  const { outcome, megabytes } = JSON.parse(told) as { outcome: string; megabytes: number };
  expect([outcome, megabytes < MOST_MEGABYTES ? 'within' : megabytes]).toEqual([
    expect.any(String),
    'within',
  ]);
});

// A notice of 60,000 letters stopped the server, and again after each restart. Two million would never end.
test('a text of half a million letters is read, and looked at by its beginning', async () => {
  const { contradictions } = await import('@/core/checks/contradictions');
  const { noticeElements } = await import('@/core/rights/notice');
  const { noticeParts } = await import('@/core/rights/noticeParts');
  const { splitArtist } = await import('@/core/mapping/artist');
  const { normalisedText } = await import('@/core/catalogue/value');
  const { safeName } = await import('@/core/naming/fileName');
  const { splitSignOff } = await import('@/core/captions/signOff');
  const { parseKeywords } = await import('@/core/keywords/parse');
  const { splitList } = await import('@/core/keywords/listText');
  const { withIdentitiesWritten } = await import('@/core/templates/identity');
  const { isCompleteNotice } = await import('@/core/rights/notice');
  const { decodeXmp } = await import('@/core/xmp/packet');
  const long = ['x', '@', ' ', '\n', '{{', '"', ';"', '.', 'x@', '© 2026 ', '{{;'].map((one) =>
    one.repeat(Math.ceil(500_000 / one.length)),
  );
  for (const text of long) {
    noticeElements(text);
    noticeParts(text);
    isCompleteNotice(text);
    contradictions({ copyrightNotice: text, usageTerms: text, webStatement: text });
    splitArtist(text);
    normalisedText(`${text}a `);
    safeName(text.slice(0, 200_000));
    splitSignOff(`${text}end`, 'end');
    parseKeywords(text.slice(0, 200_000));
    splitList(text, ';');
    withIdentitiesWritten(text, { A: { name: 'B' } });
    expect(() => decodeXmp(encodeUtf8(text))).toThrow();
  }
});
