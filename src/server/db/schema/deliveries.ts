import { date, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { deliveryPlanShape } from '../stored/deliveries';
import { stored } from '../stored/shape';
import { assignments } from './assignments';
import { bytea, createdAt, id, pointInTime } from './columns';

/** How copies leave, kept under a name. */
export const deliveryPlans = pgTable('delivery_plans', {
  id: id(),
  name: text().notNull().unique(),
  deliveryPlan: stored(deliveryPlanShape).notNull(),
  lastUsed: pointInTime(),
  createdAt: createdAt(),
});

/** Images that may be drawn onto copies: PNG with transparency. */
export const signatures = pgTable('signatures', {
  id: id(),
  name: text().notNull(),
  image: bytea().notNull(),
  width: integer().notNull(),
  height: integer().notNull(),
  createdAt: createdAt(),
});

/** What was granted with deliveries. A receipt that is removed leaves it. */
export const licences = pgTable(
  'licences',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    runId: uuid(),
    licensee: text().notNull(),
    use: text().notNull().default(''),
    region: text().notNull().default(''),
    /** Days; absent where nothing was said. */
    from: date(),
    until: date(),
    reference: text().notNull().default(''),
    createdAt: createdAt(),
  },
  (table) => [index('licences_until').on(table.until), index('licences_assignment').on(table.assignmentId)],
);
