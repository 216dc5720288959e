import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { dropNoticeShape, planShape } from './assignments';
import { checklistRulesShape } from './checklists';
import { deliveryPlanShape } from './deliveries';
import { draftChangesShape, draftOriginShape, writingShape } from './drafts';
import { outsideChangesShape, recordShape, removedPhotoShape, summaryShape } from './records';
import { itemResultShape, piecesShape, problemsShape, runParameterShapes } from './runs';
import { type StoredShape, storedShape } from './shape';
import { templateDraftShape } from './templates';
import {
  actResultShape,
  entriesShape,
  fieldValueShape,
  identityPartsShape,
  importChoicesShape,
} from './values';
import { bundleTermsShape, termChangesShape, termWordsShape, vocabularyActShape } from './vocabulary';

/*
 * Values that earlier versions stored are read. The fixtures are frozen: one file for each shape and version, with the stored
 * values (in each of their forms) and their present meaning. A new version adds a file and changes none.
 */
const shapes: Readonly<Record<string, StoredShape<never>>> = {
  actResult: actResultShape,
  bundleTerms: bundleTermsShape,
  checklistRules: checklistRulesShape,
  deliverParameters: runParameterShapes.deliver,
  draftChanges: draftChangesShape,
  draftOrigin: draftOriginShape,
  dropNotice: dropNoticeShape,
  embedParameters: runParameterShapes.embed,
  entries: entriesShape,
  fieldValue: fieldValueShape,
  identityParts: identityPartsShape,
  importChoices: importChoicesShape,
  importParameters: runParameterShapes.import,
  itemResult: itemResultShape,
  outsideChanges: outsideChangesShape,
  pieces: piecesShape,
  plan: planShape,
  problems: problemsShape,
  deliveryPlan: deliveryPlanShape,
  record: recordShape,
  removedPhoto: removedPhotoShape,
  summary: summaryShape,
  templateDraft: templateDraftShape,
  termChanges: termChangesShape,
  termWords: termWordsShape,
  undoParameters: runParameterShapes.undo,
  vocabularyAct: vocabularyActShape,
  writing: writingShape,
} as unknown as Readonly<Record<string, StoredShape<never>>>;

const folder = path.resolve(__dirname, '../../../../tests/fixtures/stored');
const fixture = (name: string, version: number) =>
  JSON.parse(readFileSync(path.join(folder, `${name}.${version}.json`), 'utf8')) as {
    stored: unknown[];
    read: unknown;
  };
const versions = Object.entries(shapes).flatMap(([name, shape]) =>
  Array.from({ length: shape.version }, (_, before) => [name, before + 1, shape] as const),
);

test.each(versions)('%s of version %i is read as what it means now', (name, version, shape) => {
  const { stored, read } = fixture(name, version);
  expect(stored.length).toBeGreaterThan(0);
  for (const one of stored) expect(shape.read(one)).toEqual(read);
});

test.each(Object.entries(shapes))('%s: what is written is read again', (name, shape) => {
  const { read } = fixture(name, shape.version);
  const written = JSON.parse(JSON.stringify(shape.write(read as never)));
  expect(written).toMatchObject({ version: shape.version });
  expect(shape.read(written)).toEqual(read);
});

test('every fixture belongs to a shape', () => {
  expect(readdirSync(folder).sort()).toEqual(
    versions.map(([name, version]) => `${name}.${version}.json`).sort(),
  );
});

test('every migration has a name, and a value of a newer Fabrica is refused and not guessed at', () => {
  expect(Object.values(shapes).flatMap(({ migrations }) => migrations.map((one) => one.name))).not.toContain(
    '',
  );
  expect(() => storedShape('a thing').read({ version: 2, value: 1 })).toThrow('newer Fabrica');
});
