import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';

/*
 * Breaks the code in one place at a time and runs the tests that must notice. A survivor is a place that no
 * test holds. Not part of ./fabrica test: `npm run mutate [part of a name]`. The file is put back each time.
 */
const mapping = ['src/core/mapping', 'src/core/embed', 'src/core/xmp', 'tests/properties/recordRules'];
const mutations = [
  [
    'mirrors of Exif do not follow',
    'src/core/mapping/exifMirrors.ts',
    'if (!bytes) return [];',
    'return [];',
    mapping,
  ],
  [
    'mirrors of Exif are removed',
    'src/core/mapping/exifMirrors.ts',
    'isEmpty(value) ? undefined : write(value!, exif.order)',
    'undefined',
    mapping,
  ],
  [
    'a comment of the photographer’s own is overwritten',
    'src/core/mapping/exifMirrors.ts',
    'if (read && (isEmpty(former) || read(bytes, exif.order) !== asText(former))) return [];',
    '',
    mapping,
  ],
  [
    'mirrors of XMP do not follow',
    'src/core/mapping/xmpMirrors.ts',
    'if (!before || (ofExif && !writesExifDate)) return held;',
    'return held;',
    mapping,
  ],
  [
    'the date of Exif follows unasked',
    'src/core/mapping/xmpMirrors.ts',
    '(ofExif && !writesExifDate)',
    'false',
    mapping,
  ],
  [
    'a user comment that says something else follows',
    'src/core/mapping/xmpMirrors.ts',
    'if (ifSame && textOfValue(before) !== asText(former)) return held;',
    '',
    mapping,
  ],
  [
    'qualifiers of a simple value are lost',
    'src/core/mapping/writeXmp.ts',
    'return before?.qualifiers ? { ...value, qualifiers: before.qualifiers } : value;',
    'return value;',
    mapping,
  ],
  [
    'qualifiers of an array are lost',
    'src/core/xmp/values.ts',
    'return before?.qualifiers ? { qualifiers: before.qualifiers } : {};',
    'return {};',
    mapping,
  ],
  [
    'items that stay lose their qualifiers',
    'src/core/xmp/values.ts',
    'return at === -1 ? simple(text) : (old.splice(at, 1)[0] ?? simple(text));',
    'return simple(text);',
    mapping,
  ],
  [
    'a newer IIM is overruled by older XMP',
    'src/core/mapping/write.ts',
    "if (models.digest !== 'stale' || wanted.size === 0) return wanted;",
    'return wanted;',
    mapping,
  ],
  [
    'of a newer IIM only the changed values are taken',
    'src/core/mapping/write.ts',
    'const all = writesIim ? withOverruled(models, record, asked) : asked;',
    'const all = asked;',
    mapping,
  ],
  [
    'stale digests of older programs stay',
    'src/core/mapping/write.ts',
    'const stale = legacy !== undefined && legacy.toUpperCase() !== (iim && digestText(iim));',
    'const stale = false;',
    mapping,
  ],
  [
    'another language goes before the default',
    'src/core/mapping/write.ts',
    '.sort(([a], [b]) => Number(isOtherLanguages(a)) - Number(isOtherLanguages(b)))',
    '',
    mapping,
  ],
  [
    'read-back of a file in place is not compared',
    'src/server/files/inPlace.ts',
    "if (Buffer.compare(found, bytes) !== 0) throw new FileError('read-back-differs', request.path);",
    '',
    ['src/server/files'],
  ],
  [
    'the header is written before the appended area',
    'src/server/files/inPlace.ts',
    '[...record.writes].reverse()',
    '[...record.writes]',
    ['src/server/files'],
  ],
  [
    'undo records are given up when the file is missing',
    'src/server/files/recover.ts',
    "if (!file) return 'missing';",
    "if (!file) return 'left-alone';",
    ['src/server/files'],
  ],
  [
    'settled files stay in the group',
    'src/server/files/recover.ts',
    'if (waiting.length < records.length) await replaceGroup',
    'if (waiting.length === 0) await replaceGroup',
    ['src/server/files'],
  ],
  [
    'an undone import moves changed files',
    'src/server/runs/kinds/undo/undoImportItem.ts',
    '} else if ((await digestAt(path.join(aside, name), digest)) !== digest)',
    '} else if (false)',
    ['tests/server/undo'],
  ],
  [
    'a later run is not named',
    'src/server/runs/kinds/undo/laterRun.ts',
    'if (later) throw new LaterRun(later.at);',
    '',
    ['tests/server/undo'],
  ],
  [
    'what others wrote meanwhile is overwritten',
    'src/server/operations/assignments/assignments.ts',
    'if (change.met) refuseConflict',
    'if (false) refuseConflict',
    ['tests/server/savedByItself'],
  ],
  [
    'a name loses its running number when it is cut',
    'src/core/naming/pattern.ts',
    "if (placeholderKey(part.name) === 'running number') return part;",
    '',
    ['src/core/naming'],
  ],
  [
    'templates: fill overwrites',
    'src/core/templates/rules.ts',
    "case 'fill':",
    "case 'never':",
    ['src/core/templates'],
  ],
];

const wanted = process.argv[2] ?? '';
const survivors = [];
let tried = 0;
for (const [name, file, from, to, tests] of mutations.filter(([name]) => name.includes(wanted))) {
  const source = readFileSync(file, 'utf8');
  if (!source.includes(from)) {
    survivors.push(`${name}: the place in ${file} is gone; adapt scripts/mutate.mjs`);
    continue;
  }
  tried++;
  writeFileSync(file, source.replace(from, to));
  const { status } = spawnSync('npx', ['jest', '--ci', ...tests], { encoding: 'utf8' });
  writeFileSync(file, source);
  console.log(`${status === 0 ? 'SURVIVED' : 'noticed '}  ${name}`);
  if (status === 0) survivors.push(name);
}
console.log(`\n${tried} tried, ${survivors.length} survived`);
for (const name of survivors) console.log(`  ${name}`);
process.exitCode = survivors.length > 0 ? 1 : 0;
