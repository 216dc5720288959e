import type { ValidateFunction } from 'ajv';
import { writtenFieldIds } from '../../../core/catalogue/fields';
import type { FirstAnswers } from '../../../core/templates/firstTemplate';
import { listRules, textRules } from '../../../core/templates/template';
import type { DraftText } from '../../operations/templates/templateDrafts';
import type { PreviewRequest } from '../../operations/templates/templatePreview';
import type { TemplateText } from '../../operations/templates/templates';
import { soundStructures } from '../../templates/structures';
import { schema } from '../body';
import { baseVersion, id, list, object, structure, text } from './parts';

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

/** Ajv cannot know the members of a structure by the field of its entry: they are looked up here. */
function withSoundStructures<T extends Pick<TemplateText, 'entries'>>(
  validate: ValidateFunction<T>,
): ValidateFunction<T> {
  const sound = (value: unknown): value is T =>
    validate(value) &&
    value.entries.every(({ field: id, structures }) => soundStructures(id, structures ?? []));
  Object.assign(sound, { schema: validate.schema });
  return Object.defineProperty(sound, 'errors', { get: () => validate.errors }) as ValidateFunction<T>;
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

export const previewRequest = withSoundStructures(
  schema<PreviewRequest>(
    object({ entries: list(entry, 200), assignmentId: id, find: text(200) }, ['entries']),
  ),
);

export const renewal = schema<{ pictures: number; assignments: string[] }>(
  object({ pictures: { type: 'integer', minimum: 1 }, assignments: list(id, 10_000) }),
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

export const archiving = schema<{ archived: boolean }>(object({ archived: { type: 'boolean' } }));
