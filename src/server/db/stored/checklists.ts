import type { Rule } from '../../../core/checks/checklist';
import { storedShape } from './shape';

export const checklistRulesShape = storedShape<readonly Rule[]>('rules of a checklist');
