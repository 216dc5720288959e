import { pgTable, text } from 'drizzle-orm/pg-core';
import { checklistRulesShape } from '../stored/checklists';
import { stored } from '../stored/shape';
import { createdAt, id } from './columns';

/** Your own checklists; ready ones are no rows (core/checks/ready). */
export const checklists = pgTable('checklists', {
  id: id(),
  name: text().notNull().unique(),
  rules: stored(checklistRulesShape).notNull(),
  createdAt: createdAt(),
});
