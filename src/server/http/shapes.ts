import { fieldIds } from '../../core/catalogue/fields';
import { listRules, textRules } from '../../core/templates/template';
import type { AssignmentChange, NewAssignment } from '../operations/assignments';
import type { ImportWish } from '../operations/startImport';
import type { TemplateText } from '../operations/templates';
import type { Writing } from '../operations/writeDrafts';
import { schema } from './body';

/** JSON Schemas of what the web application may send. Every text and list is bounded. */
const text = (maxLength: number) => ({ type: 'string', maxLength });
const id = { type: 'string', format: 'uuid' };
const ids = { type: 'array', maxItems: 20_000, items: id };
const object = (properties: object, required = Object.keys(properties)) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});
const list = (items: object, maxItems: number) => ({ type: 'array', items, maxItems });

const entry = object({
  field: { enum: fieldIds },
  rule: { enum: [...new Set([...textRules, ...listRules])] },
  texts: list(text(32_000), 500),
});
const template = { name: text(200), kind: { enum: ['standing', 'job'] }, entries: list(entry, 200) };

export const newTemplate = schema<TemplateText>(object(template));
export const changedTemplate = schema<TemplateText & { baseVersion: number }>(
  object({ ...template, baseVersion: { type: 'integer' } }),
);
export const newAssignment = schema<NewAssignment>(
  object({ name: text(200), workingPath: text(4096), sourcePath: text(4096) }, ['name', 'workingPath']),
);
export const assignmentChange = schema<AssignmentChange>(
  object(
    {
      name: text(200),
      publishedOn: { anyOf: [{ type: 'string', format: 'date' }, { type: 'null' }, { const: '' }] },
      facts: list(object({ name: text(80), value: text(2000) }), 100),
      inForce: list(id, 100),
      dngSidecar: { type: 'boolean' },
      dateTimeOriginal: { type: 'boolean' },
    },
    [],
  ),
);
export const importWish = schema<ImportWish>(
  object({
    paths: list(text(4096), 20_000),
    leaveAsTheyAre: list(text(4096), 20_000),
    keywords: text(20_000),
  }),
);
export const photoIds = schema<{ photoIds: string[] }>(object({ photoIds: ids }));

const value = { anyOf: [text(32_000), list(text(2000), 2000), { type: 'null' }] };
export const writing = schema<{ photoIds: string[]; writing: Writing }>(
  object({
    photoIds: ids,
    writing: {
      oneOf: [
        object({ kind: { const: 'set' }, field: { enum: fieldIds }, value }),
        object({ kind: { const: 'caption' }, text: text(32_000) }),
        object({ kind: { enum: ['add-keywords', 'remove-keywords'] }, terms: list(text(2000), 2000) }),
        object({ kind: { enum: ['put-templates', 'discard'] } }),
      ],
    },
  }),
);
