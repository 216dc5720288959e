import { field } from '../../../core/catalogue/fields';
import type { AssignmentChange } from '../../operations/assignments/assignments';
import type { NewAssignment } from '../../operations/assignments/createAssignment';
import type { PlanText } from '../../operations/bringIn/plans';
import { schema } from '../body';
import { deliveryPlan } from './deliveries';
import { id, list, nullable, object, text } from './parts';

const inFolder = {
  workingPath: text(4096),
  picturesOfOthers: { enum: ['leave', 'move'] },
  inForce: list(id, 100),
};
export const newAssignment = schema<NewAssignment>(
  object({ ...inFolder, name: text(200), sourcePath: text(4096) }, ['name', 'workingPath']),
);
export const assignmentsPerFolder = schema<Omit<NewAssignment, 'name' | 'sourcePath'>>(
  object(inFolder, ['workingPath']),
);

export const choiceParts = {
  mode: { enum: ['copy', 'move', 'take-up'] },
  name: text(1000),
  folder: text(1000),
  secondCopy: text(4096),
  keywords: text(20_000),
  rating: { enum: ['', ...Object.keys(field('rating').choices ?? {})] },
};

const importChoices = object(choiceParts);

const peopleList = list(
  object({ number: text(20), name: text(200), role: text(200), note: text(500) }),
  2000,
);

const factList = list(object({ name: text(80), value: text(2000) }), 100);

export const assignmentChange = schema<AssignmentChange>(
  object(
    {
      name: text(200),
      publishedOn: { anyOf: [{ type: 'string', format: 'date' }, { type: 'null' }, { const: '' }] },
      facts: factList,
      people: peopleList,
      language: { type: 'string', maxLength: 35, pattern: '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$' },
      checklist: text(40),
      inForce: list(id, 100),
      dngSidecar: { type: 'boolean' },
      dateTimeOriginal: { type: 'boolean' },
      importChoices,
      deliveryPlan,
      dropping: { type: 'boolean' },
      archived: { type: 'boolean' },
      foundUpTo: { type: 'integer', minimum: 0, maximum: 2_000_000_000 },
      met: object(
        {
          name: text(200),
          publishedOn: nullable({ type: 'string', format: 'date' }),
          facts: factList,
          people: peopleList,
          language: text(35),
          importChoices: nullable(importChoices),
          deliveryPlan: nullable(deliveryPlan),
        },
        [],
      ),
    },
    [],
  ),
);

const storedPlan = object({ ...choiceParts, templates: list(id, 100), checklist: text(40) }, [
  ...Object.keys(choiceParts),
  'templates',
]);

export const planText = schema<PlanText>(
  object({ name: text(120), choices: importChoices, met: storedPlan }, ['name', 'choices']),
);

export const planUse = schema<{ planId: string }>(object({ planId: id }));
