import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { tables, withTables } from '../scripts/docTables';

/** What the documents say is what the code does. */
const root = path.resolve(__dirname, '..');
const read = (file: string) => readFileSync(path.join(root, file), 'utf8');

test.each(Object.entries(tables))(
  'the table "%s" is that of the code; npm run docs makes it',
  (name, { file }) => {
    expect(read(file)).toContain(`<!-- table:${name},`);
    expect(read(file)).toBe(withTables(read(file)));
  },
);

test('every picture in docs/screenshots is linked from the README, and every link leads to one', () => {
  const readme = read('README.md');
  const linked = [...readme.matchAll(/docs\/screenshots\/([\w-]+\.png)/g)].map(([, name]) => name!);
  expect([...new Set(linked)].sort()).toEqual(readdirSync(path.join(root, 'docs/screenshots')).sort());
});

test.each([
  'README.md',
  ...readdirSync(path.join(root, 'docs'))
    .filter((name) => name.endsWith('.md'))
    .map((name) => `docs/${name}`),
])('links of %s to files of the project lead somewhere', (file) => {
  const links = [...read(file).matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, to]) => to!);
  const missing = links.filter((to) => !existsSync(path.resolve(root, path.dirname(file), to)));
  expect(missing).toEqual([]);
});
