import file from '../../../../schema/checklist.schema.json';
import type { Rule } from '../../../core/checks/checklist';
import type { ChecklistText } from '../../operations/checklists/checklists';
import { schema } from '../body';
import { object } from './parts';

const { definitions, properties } = file;
const { name, rules } = properties;
const parts = { name, rules };

export const checklistText = schema<ChecklistText>({ ...object(parts), definitions });
export const checklistChange = schema<Partial<ChecklistText> & { met?: readonly Rule[] }>({
  ...object({ ...parts, met: rules }, []),
  definitions,
});

/** Looked at by the published schema, so that errors name their place. */
export const checklistFile = schema<object>({ type: 'object' });
