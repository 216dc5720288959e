import type { FieldId } from '../../../core/catalogue/fields';
import { writtenFieldIds } from '../../../core/catalogue/fields';
import { recordSources } from '../../../core/drafts/disagreements';
import type { Scope } from '../../../core/drafts/scope';
import { threads } from '../../../core/threads/threads';
import type { Writing } from '../../operations/drafts/writing';
import type { ReplacedChoice } from '../../operations/photos/settleReplaced';
import { schema } from '../body';
import { id, list, object, structure, text } from './parts';
import { scope } from './scope';

const fieldName = { enum: writtenFieldIds };

export const deskQuery = schema<{ scope: Scope; fields?: FieldId[] }>(
  object({ scope, fields: list(fieldName, 200) }, ['scope']),
);

export const composeQuery = schema<{ scope: Scope; field: FieldId; text: string }>(
  object({ scope, field: fieldName, text: text(32_000) }),
);

export const scoped = schema<{ scope: Scope }>(object({ scope }));

export const templatesInScope = schema<{ scope: Scope; templates?: string[]; fillOnly?: FieldId[] }>(
  object({ scope, templates: list(id, 100), fillOnly: list(fieldName, 200) }, ['scope']),
);

export const replaced = schema<{ photoId: string; choice: ReplacedChoice }>(
  object({
    photoId: id,
    choice: {
      oneOf: [object({ kind: { enum: ['keep', 'discard'] } }), object({ kind: { const: 'move' }, to: id })],
    },
  }),
);

export const orphanSettlement = schema<{ ids: string[]; act: 'restore' | 'discard' }>(
  object({ ids: list(id, 500), act: { enum: ['restore', 'discard'] } }),
);

export const writingStep = schema<{ writingId: string; undone: boolean }>(
  object({ writingId: id, undone: { type: 'boolean' } }),
);

export const fieldValue = {
  anyOf: [text(32_000), list(text(2000), 2000), list(structure, 200), { type: 'null' }],
};

const values = {
  type: 'object',
  propertyNames: fieldName,
  additionalProperties: fieldValue,
  maxProperties: 200,
};
const names = list(text(2000), 500);

export const writing = schema<{ scope: Scope; writing: Writing; confirmed?: boolean; continues?: string }>(
  object(
    {
      scope,
      writing: {
        oneOf: [
          object({ kind: { const: 'set' }, field: { enum: writtenFieldIds }, value: fieldValue }),
          object({ kind: { const: 'set-fields' }, values }),
          object({ kind: { const: 'cells' }, rows: list(object({ id, values }), 20_000) }),
          object(
            {
              kind: { const: 'caption' },
              text: text(32_000),
              met: list(text(32_000), 200),
              addPeople: names,
              removePeople: names,
            },
            ['kind', 'text'],
          ),
          object({
            kind: { const: 'credits-line' },
            pattern: object({ one: text(200), between: text(200) }),
            former: text(32_000),
          }),
          object({ kind: { const: 'compose' }, field: fieldName, text: text(32_000) }),
          object({
            kind: { const: 'does-not-apply' },
            thread: { enum: threads.map((one) => one.id) },
            applies: { type: 'boolean' },
          }),
          object({
            kind: { enum: ['add-keywords', 'remove-keywords', 'add-people', 'remove-people'] },
            terms: list(text(2000), 2000),
          }),
          object({
            kind: { const: 'replace-keywords' },
            from: list(text(2000), 200),
            to: list(text(2000), 200),
          }),
          object({ kind: { const: 'keyword-paths' } }),
          object(
            { kind: { const: 'put-templates' }, templates: list(id, 100), fillOnly: list(fieldName, 200) },
            ['kind'],
          ),
          object({ kind: { const: 'discard' }, fields: list(fieldName, 200) }, ['kind']),
          object({
            kind: { const: 'settle' },
            choices: list(object({ field: { enum: writtenFieldIds }, source: { enum: recordSources } }), 200),
          }),
        ],
      },
      confirmed: { type: 'boolean' },
      continues: id,
    },
    ['scope', 'writing'],
  ),
);
