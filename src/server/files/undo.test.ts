import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { diskLayer } from './diskLayer';
import type { FileLayer } from './layer';
import { recoverUndo } from './recover';
import { keepUndo } from './undo';

test('a worker that starts while another one writes its record leaves that record alone', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-'));
  const halting: FileLayer = {
    ...diskLayer,
    async create(name, mode) {
      const file = await diskLayer.create(name, mode);
      return {
        ...file,
        async write(bytes, at) {
          const half = Math.floor(bytes.length / 2);
          await file.write(bytes.subarray(0, half), at);
          await recoverUndo(folder);
          await file.write(bytes.subarray(half), at + half);
        },
      };
    },
  };
  const writes = [{ at: 0, former: new Uint8Array(9), bytes: new Uint8Array(9).fill(1) }];
  const record = { path: path.join(folder, 'a.jpg'), inode: '1', formerSize: 9, newSize: 9, writes };
  const name = await keepUndo(folder, [record], halting);
  expect(existsSync(name)).toBe(true);
  expect(readdirSync(folder)).toEqual([path.basename(name)]);
  rmSync(folder, { recursive: true });
});
