import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { itemList, movieFile } from '@/demo/movie';
import { makePreview } from '@/server/previews/makePreview';
import { preview } from '@/server/previews/preview';
import { ReaderProcess, readerLimits } from '@/server/readers/readerProcess';
import { outside } from '@/server/readers/readers';
import { waitFor } from '../fixtures/waitFor';
import { bombs } from '../hostile/bombs';
import { root } from './testServer';

/*
 * Somebody else's files are read in processes of their own (readers/readers): what goes past a limit is named, its process is
 * ended, and the next file is read by another one.
 */
const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-readers-'));
const at = (name: string) => path.join(folder, name);
const sound = at('sound.jpg');
beforeAll(async () => {
  Object.assign(process.env, {
    FABRICA_ROOT: root,
    FABRICA_DATA: folder,
    FABRICA_DATABASE_URL: 'postgres://none.test/none',
    FABRICA_READERS: '2',
  });
  await sharp({ create: { width: 60, height: 40, channels: 3, background: '#7a8b99' } })
    .jpeg()
    .toFile(sound);
});
afterAll(() => {
  delete process.env.FABRICA_READERS;
  rmSync(folder, { recursive: true, force: true });
});

const isRunning = (pid: number) => {
  try {
    return !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
  } catch {
    return false;
  }
};
const readersOfMine = () =>
  execFileSync('ps', ['-o', 'pid=,args=', '--ppid', String(process.pid)], { encoding: 'utf8' })
    .split('\n')
    .filter((line) => line.includes('reader.mjs'))
    .map((line) => Number.parseInt(line, 10));

test('a preview is made in another process, and the same file a second time in none', async () => {
  const bytes = await preview(sound, 480);
  expect(await sharp(bytes).metadata()).toMatchObject({ format: 'webp', width: 60, height: 40 });
  const [reader, ...others] = readersOfMine();
  expect(others).toEqual([]);
  const limits = readFileSync(`/proc/${reader}/limits`, 'utf8');
  expect(limits).toMatch(/^Max open files +256 /m);
  expect(limits).toMatch(/^Max cpu time +900 /m);
  expect(await preview(sound, 480)).toEqual(bytes);
});

test('a movie is shown by its cover, and without one by format, frame size and duration', async () => {
  const frames = [new Uint8Array(readFileSync(sound))];
  const movie = { width: 960, height: 540, frames, framesPerSecond: 1, brand: 'isom' };
  writeFileSync(at('cover.mp4'), movieFile({ ...movie, inside: [itemList({}, frames[0])] }));
  writeFileSync(at('bare.mp4'), movieFile(movie));
  const { dominant } = await sharp(await preview(at('cover.mp4'), 480)).stats();
  expect(await sharp(await preview(at('cover.mp4'), 480)).metadata()).toMatchObject({
    width: 60,
    height: 40,
  });
  expect([dominant.r, dominant.g, dominant.b].map((one) => one >> 4)).toEqual([0x7, 0x8, 0x9]);
  expect(await sharp(await preview(at('bare.mp4'), 480)).metadata()).toMatchObject({
    width: 480,
    height: 320,
  });
});

test('an error comes back as what it was', async () => {
  writeFileSync(at('none.xmp'), '<x');
  symlinkSync(sound, at('link.jpg'));
  await expect(outside('contentOfFile', at('gone.jpg'), at('gone.jpg'))).rejects.toMatchObject({
    name: 'FileError',
    code: 'vanished',
    file: 'gone.jpg',
  });
  await expect(outside('contentOfFile', at('link.jpg'), at('link.jpg'))).rejects.toMatchObject({
    code: 'symbolic-link',
  });
  await expect(outside('drawnMark', undefined, new Uint8Array(3))).rejects.toMatchObject({
    name: 'OperationError',
    code: 'signature-unusable',
    status: 422,
  });
  // With the details that its words are made of.
  await expect(outside('parseVocabulary', undefined, 'rdf', '<!DOCTYPE x>')).rejects.toThrow(
    'it declares a document type',
  );
});

test.each([
  ['too-long-to-read', { ms: 1 }],
  ['too-much-to-read', { megabytes: 1 }],
] as const)('past its limit: %s, and the next task is done by another process', async (code, limits) => {
  const reader = new ReaderProcess();
  const question = { task: 'makePreview', given: [sound, 1600], file: sound };
  await expect(reader.ask(question, limits)).rejects.toMatchObject({ code, file: 'sound.jpg' });
  expect(await reader.ask(question)).toMatch(/\.webp$/);
});

// A small picture behind a large one was refused: the memory that the reader kept was counted as its own.
test('a reader that holds more than half of its memory is ended before the next file', async () => {
  const reader = new ReaderProcess();
  const question = { task: 'makePreview', given: [sound, 1600], file: sound };
  const others = readersOfMine();
  const mine = () => readersOfMine().filter((pid) => !others.includes(pid));
  await reader.ask(question);
  const [first] = mine();
  const resident = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${first}/status`, 'utf8'))![1]) / 1024;
  await reader.ask(question, { megabytes: resident * 4 });
  expect(mine()).toEqual([first]);
  await reader.ask(question, { megabytes: resident * 1.5 });
  await waitFor('the reader to end', async () => !isRunning(first!));
  expect(await reader.ask(question)).toMatch(/\.webp$/);
});

test('a reader that somebody kills is replaced, and its file is read all the same', async () => {
  await preview(sound, 480);
  const asked = outside('makePreview', sound, sound, 2560);
  for (const pid of readersOfMine()) process.kill(pid, 'SIGKILL');
  expect(await asked).toBe(await makePreview(sound, 2560));
});

test('readers end with the process that began them', async () => {
  const program = `
    const { ReaderProcess } = require(${JSON.stringify(at('readerProcess.cjs'))});
    new ReaderProcess().ask({ task: 'makePreview', given: [${JSON.stringify(sound)}, 480], file: '' }).then(() => {
      console.log(require('node:child_process').execFileSync('pgrep', ['-P', String(process.pid)], { encoding: 'utf8' }));
      process.kill(process.pid, 'SIGKILL');
    });`;
  const bundled = at('readerProcess.cjs');
  const from = 'src/server/readers/readerProcess.ts';
  execFileSync('node_modules/.bin/esbuild', [
    ...[from, '--bundle', '--platform=node', '--packages=external', '--log-level=error'],
    `--outfile=${bundled}`,
  ]);
  let told = '';
  try {
    execFileSync(process.execPath, ['-e', program], {
      encoding: 'utf8',
      cwd: root,
      env: { ...process.env, NODE_PATH: path.join(root, 'node_modules') },
    });
  } catch (error) {
    told = String((error as { stdout: string }).stdout);
  }
  const reader = Number.parseInt(told, 10);
  expect(reader).toBeGreaterThan(1);
  await waitFor('the reader to end', async () => !isRunning(reader));
});

/** No picture, or none that is decoded: text formats, loops, and what is larger than any picture. */
const notShown = /60,000|a loop|of text|two formats|that lies/;
const failures: Readonly<Record<string, string>> = {
  'a picture of text.jpg': 'format-not-supported',
  'a length that lies.jpg': 'file-cut',
};

// Who waits for whom is told by readers/turns.test.ts: here a reader has to be started anew first, however long that takes.
test('the neighbours of a file that took too long are read all the same, and others beside them', async () => {
  const slow = mkdtempSync(path.join(folder, 'slow-'));
  const picture = (width: number) =>
    sharp({ create: { width, height: 3000, channels: 3, background: '#7a8b99' } });
  const files = await Promise.all(
    [0, 1, 2, 3].map(async (n) => {
      const file = path.join(slow, `${n}.png`);
      await picture(4000 + n)
        .png()
        .toFile(file);
      return file;
    }),
  );
  const other = at('other.jpg');
  await picture(61).jpeg().toFile(other);
  process.env.FABRICA_READER_SECONDS = '0.001';
  await expect(outside('makePreview', files[0], files[0]!, 480)).rejects.toMatchObject({
    code: 'too-long-to-read',
  });
  delete process.env.FABRICA_READER_SECONDS;
  const answered: string[] = [];
  const asked = [...files.slice(1), other].map((file) =>
    outside('makePreview', file, file, 480).then(() => answered.push(path.basename(file))),
  );
  await Promise.all(asked);
  expect([...answered].sort()).toEqual(['1.png', '2.png', '3.png', 'other.jpg']);
});

test.each(bombs)(
  'bomb: %s',
  async (name, make) => {
    const file = at(name.replaceAll(' ', '-'));
    writeFileSync(file, await make());
    const outcome = await outside('makePreview', file, file, 480).then(
      () => 'shown',
      (error) => error.code ?? error.name,
    );
    // How much is decoded depends on the machine's memory; what is no picture is shown on none.
    if (notShown.test(name)) expect(outcome).not.toBe('shown');
    if (!/interlaced/.test(name) && /texts|packet|profile|million|entities/.test(name))
      expect(outcome).toBe('shown');
    const found = { relativePath: path.basename(file), shot: { main: path.basename(file) }, size: 0 };
    const read = await outside('readSourcePicture', file, folder, found).catch((error) => ({
      failed: error.code,
    }));
    expect('failed' in read ? read.failed : undefined).toBe(failures[name]);
    // The others are read.
    expect(await outside('makePreview', sound, sound, 480)).toMatch(/\.webp$/);
    for (const pid of readersOfMine()) {
      const resident = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1];
      expect(Number(resident) / 1024).toBeLessThan(readerLimits().megabytes * 1.3);
    }
  },
  150_000,
);
