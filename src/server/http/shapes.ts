import type { ValidateFunction } from 'ajv';
import { field, writtenFieldIds } from '../../core/catalogue/fields';
import { recordSources } from '../../core/drafts/disagreements';
import type { MakerAnswer } from '../../core/rights/makers';
import type { FirstAnswers } from '../../core/templates/firstTemplate';
import { identityPartNames } from '../../core/templates/identity';
import { listRules, textRules } from '../../core/templates/template';
import type { CardState } from '../card/simulatedCard';
import type { AssignmentChange, NewAssignment } from '../operations/assignments/assignments';
import type { PlanText } from '../operations/bringIn/plans';
import type { SourceWish } from '../operations/bringIn/sources';
import type { ImportWish } from '../operations/bringIn/startImport';
import type { Writing } from '../operations/drafts/writeDrafts';
import type { IdentityText } from '../operations/identities/identities';
import type { EmbedRequest } from '../operations/runs/startEmbed';
import type { BenchWish } from '../operations/templates/templateBench';
import type { DraftText } from '../operations/templates/templateDrafts';
import type { TemplateText } from '../operations/templates/templates';
import { soundStructures } from '../templates/structures';
import { schema } from './body';

/** JSON Schemas of what the web application may send. Every text and list is bounded. */
const text = (maxLength: number) => ({ type: 'string', maxLength });
const id = { type: 'string', format: 'uuid' };
const ids = { type: 'array', maxItems: 100_000, items: id };
const object = (properties: object, required = Object.keys(properties)) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});
const list = (items: object, maxItems: number) => ({ type: 'array', items, maxItems });

const structure = { type: 'object', maxProperties: 40 };
const entry = object(
  {
    field: { enum: writtenFieldIds },
    rule: { enum: [...new Set([...textRules, ...listRules])] },
    texts: list(text(32_000), 1000),
    structures: list(structure, 200),
  },
  ['field', 'rule', 'texts'],
);
const template = { name: text(200), kind: { enum: ['standing', 'job'] }, entries: list(entry, 200) };
const baseVersion = { type: 'integer', minimum: 0 };

/** Ajv cannot know the members of a structure by the field of its entry: they are looked up here. */
function withSoundStructures<T extends TemplateText>(validate: ValidateFunction<T>): ValidateFunction<T> {
  const sound = (value: unknown): value is T =>
    validate(value) &&
    value.entries.every(({ field: id, structures }) => soundStructures(id, structures ?? []));
  return Object.assign(sound, { schema: validate.schema, errors: null }) as unknown as ValidateFunction<T>;
}

export const newTemplate = withSoundStructures(schema<TemplateText>(object(template)));
export const changedTemplate = withSoundStructures(
  schema<TemplateText & { baseVersion: number }>(object({ ...template, baseVersion })),
);
export const templateDraft = withSoundStructures(
  schema<DraftText>(
    object({ ...template, baseVersion, met: text(40) }, ['name', 'kind', 'entries', 'baseVersion']),
  ),
);
export const templateStep = schema<{ stepId: string; undone: boolean }>(
  object({ stepId: id, undone: { type: 'boolean' } }),
);
export const benchWish = schema<BenchWish>(
  object({ entries: list(entry, 200), assignmentId: id, find: text(200) }, ['entries']),
);
export const restoredVersion = schema<{ version: number; baseVersion: number }>(
  object({ version: { type: 'integer', minimum: 1 }, baseVersion }),
);
export const templateCopy = schema<{ how: 'duplicate' | 'branch' }>(
  object({ how: { enum: ['duplicate', 'branch'] } }),
);
export const firstAnswers = schema<FirstAnswers>(
  object({
    name: text(80),
    reach: text(2000),
    owner: text(200),
    terms: text(2000),
    year: { enum: ['taken', 'published'] },
  }),
);
export const pausing = schema<{ paused: boolean }>(object({ paused: { type: 'boolean' } }));
export const archiving = schema<{ archived: boolean }>(object({ archived: { type: 'boolean' } }));
const identity = {
  name: text(80),
  kind: { enum: ['person', 'business'] },
  parts: object(Object.fromEntries(identityPartNames.map((part) => [part, text(2000)])), []),
};
export const identityText = schema<IdentityText>(object(identity));
export const changedIdentity = schema<IdentityText & { baseVersion: number }>(
  object({ ...identity, baseVersion }),
);
export const newAssignment = schema<NewAssignment>(
  object({ name: text(200), workingPath: text(4096), sourcePath: text(4096) }, ['name', 'workingPath']),
);
const choiceParts = {
  way: { enum: ['copy', 'move', 'take-up'] },
  name: text(1000),
  folder: text(1000),
  secondCopy: text(4096),
  keywords: text(20_000),
  rating: { enum: ['', ...Object.keys(field('rating').choices ?? {})] },
};
const importChoices = object({ version: { const: 1 }, ...choiceParts });
const factList = list(object({ name: text(80), value: text(2000) }), 100);
const nullable = (shape: object) => ({ anyOf: [shape, { type: 'null' }] });
export const assignmentChange = schema<AssignmentChange>(
  object(
    {
      name: text(200),
      publishedOn: { anyOf: [{ type: 'string', format: 'date' }, { type: 'null' }, { const: '' }] },
      facts: factList,
      inForce: list(id, 100),
      dngSidecar: { type: 'boolean' },
      dateTimeOriginal: { type: 'boolean' },
      importChoices,
      dropping: { type: 'boolean' },
      foundUpTo: { type: 'integer', minimum: 0, maximum: 2_000_000_000 },
      met: object(
        {
          name: text(200),
          publishedOn: nullable({ type: 'string', format: 'date' }),
          facts: factList,
          importChoices: nullable(importChoices),
        },
        [],
      ),
    },
    [],
  ),
);
const paths = list(text(4096), 20_000);
export const importWish = schema<ImportWish>(
  object({ paths, leaveAsTheyAre: paths, fillOnly: paths, again: paths, ...choiceParts }, [
    'paths',
    'leaveAsTheyAre',
  ]),
);
const storedPlan = object({ version: { const: 1 }, ...choiceParts, templates: list(id, 100) });
export const planText = schema<PlanText>(
  object({ name: text(120), choices: importChoices, met: storedPlan }, ['name', 'choices']),
);
export const planUse = schema<{ planId: string }>(object({ planId: id }));
export const sourceWish = schema<SourceWish>(
  object({ path: text(4096), folderId: id, arrivals: { const: true } }, []),
);
export const settlement = schema<{ record: string; index: number; act: 'put-back' | 'leave' }>(
  object({
    record: { type: 'string', pattern: '^undo-[0-9a-f]{16}\\.bin$' },
    index: { type: 'integer', minimum: 0, maximum: 100_000 },
    act: { enum: ['put-back', 'leave'] },
  }),
);
export const newFolder = schema<{ path: string }>(object({ path: text(4096) }));
export const cardChange = schema<Partial<CardState>>(
  object(
    {
      isIn: { type: 'boolean' },
      speed: { type: 'integer', minimum: 0, maximum: 1_000_000 },
      readErrorOn: text(255),
      writeProtected: { type: 'boolean' },
    },
    [],
  ),
);
export const makerAnswer = schema<{ name: string; answer: MakerAnswer }>(
  object({ name: text(2000), answer: { enum: ['me', 'leave', 'fill', 'unknown'] } }),
);
export const photoSelection = schema<{ photoIds?: string[] }>(object({ photoIds: ids }, []));
/** Of PostgreSQL: 64 bits. */
export const transactionNumber = /^\d{1,18}$/;
export const photoIds = schema<{ photoIds: string[] }>(object({ photoIds: ids }));
export const embedRequest = schema<
  { photoIds: string[] } & Pick<EmbedRequest, 'replaceUnreadable' | 'breakProvenance'>
>(
  object({ photoIds: ids, replaceUnreadable: { type: 'boolean' }, breakProvenance: { type: 'boolean' } }, [
    'photoIds',
  ]),
);

export const templatesOnPhotos = schema<{ photoIds: string[]; templates: string[] }>(
  object({ photoIds: ids, templates: list(id, 100) }),
);
export const writingStep = schema<{ writingId: string; undone: boolean }>(
  object({ writingId: id, undone: { type: 'boolean' } }),
);

const value = { anyOf: [text(32_000), list(text(2000), 2000), list(structure, 200), { type: 'null' }] };
export const writing = schema<{ photoIds: string[]; writing: Writing }>(
  object({
    photoIds: ids,
    writing: {
      oneOf: [
        object({ kind: { const: 'set' }, field: { enum: writtenFieldIds }, value }),
        object({ kind: { const: 'caption' }, text: text(32_000), met: list(text(32_000), 200) }, [
          'kind',
          'text',
        ]),
        object({ kind: { enum: ['add-keywords', 'remove-keywords'] }, terms: list(text(2000), 2000) }),
        object({ kind: { const: 'put-templates' }, templates: list(id, 100) }, ['kind']),
        object({ kind: { const: 'discard' } }),
        object({
          kind: { const: 'settle' },
          choices: list(object({ field: { enum: writtenFieldIds }, source: { enum: recordSources } }), 200),
        }),
      ],
    },
  }),
);
