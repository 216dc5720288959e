import { bigserial, boolean, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { TemplateKind } from '../../../core/templates/template';
import { stored } from '../stored/shape';
import { templateDraftShape } from '../stored/templates';
import { entriesShape } from '../stored/values';
import { assignments } from './assignments';
import { createdAt, id, pointInTime } from './columns';

export const templates = pgTable('templates', {
  id: id(),
  name: text().notNull(),
  kind: text().$type<TemplateKind>().notNull(),
  /** Counts the kept states; the present one is also in template_versions. 0: none was kept yet. */
  version: integer().notNull().default(1),
  entries: stored(entriesShape).notNull(),
  /** What is written on the page and not kept as a version yet. */
  draft: stored(templateDraftShape),
  /** The template that this one was branched from. */
  branchedFrom: uuid(),
  archivedAt: pointInTime(),
  createdAt: createdAt(),
  changedAt: pointInTime().notNull().defaultNow(),
});

/** Changes of a template's page, in their order, with what was there before: undone and done again. */
export const templateSteps = pgTable(
  'template_steps',
  {
    id: id(),
    templateId: uuid()
      .notNull()
      .references(() => templates.id, { onDelete: 'cascade' }),
    order: bigserial({ mode: 'number' }).notNull(),
    before: stored(templateDraftShape).notNull(),
    after: stored(templateDraftShape).notNull(),
    undone: boolean().notNull().default(false),
    changedAt: pointInTime().notNull().defaultNow(),
  },
  (table) => [index('template_steps_template').on(table.templateId, table.order)],
);

export const templateVersions = pgTable(
  'template_versions',
  {
    templateId: uuid()
      .notNull()
      .references(() => templates.id, { onDelete: 'cascade' }),
    version: integer().notNull(),
    name: text().notNull(),
    entries: stored(entriesShape).notNull(),
    /** Who kept it: the name of the account that Fabrica runs under. */
    keptBy: text().notNull().default(''),
    /** How it came about, where it was not written: from a file, from version 2. */
    note: text().notNull().default(''),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.templateId, table.version] })],
);

/** In force: the ordered templates of an assignment. */
export const templatesInForce = pgTable(
  'templates_in_force',
  {
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    templateId: uuid()
      .notNull()
      .references(() => templates.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.assignmentId, table.position] })],
);
