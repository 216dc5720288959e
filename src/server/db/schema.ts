import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  customType,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { FieldId } from '../../core/catalogue/fields';
import type { FieldValue } from '../../core/catalogue/value';
import type { ShotRole } from '../../core/embed/planShot';
import type { ImportChoices } from '../../core/naming/importChoices';
import type { MakerAnswer } from '../../core/rights/makers';
import type { Identity, IdentityKind } from '../../core/templates/identity';
import type { Entry, TemplateKind } from '../../core/templates/template';
import type {
  DraftChange,
  DraftOrigin,
  DropNotice,
  EmbedParameters,
  ImportParameters,
  RunItemResult,
  StoredPhoto,
  StoredPlan,
  StoredProblem,
  StoredRecord,
  StoredSummary,
  StoredTemplateDraft,
  WritingTold,
} from './stored';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
/** The transaction that changed a row last. */
const xid8 = customType<{ data: string }>({ dataType: () => 'xid8' });
const id = () => uuid().primaryKey().default(sql`gen_random_uuid()`);
const moment = () => timestamp({ withTimezone: true });
const createdAt = () => moment().notNull().defaultNow();

/** A folder of the machine that Fabrica may use. Every path it touches lies inside one. */
export const openedFolders = pgTable('opened_folders', {
  id: id(),
  path: text().notNull().unique(),
  label: text().notNull(),
  kind: text().$type<'working' | 'source' | 'card' | 'second'>().notNull(),
  createdAt: createdAt(),
});

export const assignments = pgTable('assignments', {
  id: id(),
  name: text().notNull(),
  /** Date of first publication; answers the placeholders "… published". */
  publishedOn: date(),
  workingFolderId: uuid()
    .notNull()
    .references(() => openedFolders.id),
  sourceFolderId: uuid().references(() => openedFolders.id),
  /** DNG files keep their bytes; their words go into a sidecar. */
  dngSidecar: boolean().notNull().default(false),
  /** Date Created goes into Exif DateTimeOriginal too. */
  dateTimeOriginal: boolean().notNull().default(false),
  /** How pictures are brought in; the usual way without. */
  importChoices: jsonb().$type<ImportChoices>(),
  /** The plan that the choices were taken from. */
  planId: uuid(),
  /** The source is a drop folder: what comes there is brought in by itself. */
  dropping: boolean().notNull().default(false),
  /** What waits in the drop folder, and why. */
  dropNotice: jsonb().$type<DropNotice>(),
  /** Place of the last picture that was found in the working folder and is to stay without templates. */
  foundUpTo: integer().notNull().default(0),
  /** Counts the changes, so that two windows do not overwrite each other. */
  version: integer().notNull().default(0),
  createdAt: createdAt(),
});

/** Saved choices under a name. */
export const plans = pgTable('plans', {
  id: id(),
  name: text().notNull().unique(),
  choices: jsonb().$type<StoredPlan>().notNull(),
  lastUsed: moment(),
  createdAt: createdAt(),
});

/** What was answered about a stated maker, by the key of the name: remembered for every later source. */
export const makers = pgTable('makers', {
  key: text().primaryKey(),
  name: text().notNull(),
  /** Oneself in another spelling; somebody else, whose pictures are left as they are, or filled; not known. */
  answer: text().$type<MakerAnswer>().notNull(),
  answeredAt: createdAt(),
});

export const facts = pgTable(
  'assignment_facts',
  {
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    name: text().notNull(),
    value: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.assignmentId, table.position] })],
);

export const templates = pgTable('templates', {
  id: id(),
  name: text().notNull(),
  kind: text().$type<TemplateKind>().notNull(),
  /** Counts the kept states; the present one is also in template_versions. 0: none was kept yet. */
  version: integer().notNull().default(1),
  entries: jsonb().$type<readonly Entry[]>().notNull(),
  /** What is written on the page and not kept as a version yet. */
  draft: jsonb().$type<StoredTemplateDraft>(),
  /** The template that this one was branched from. */
  branchedFrom: uuid(),
  archivedAt: moment(),
  createdAt: createdAt(),
  changedAt: moment().notNull().defaultNow(),
});

/** Changes of a template's page, in their order, with what stood there before: undone and done again. */
export const templateSteps = pgTable(
  'template_steps',
  {
    id: id(),
    templateId: uuid()
      .notNull()
      .references(() => templates.id, { onDelete: 'cascade' }),
    order: bigserial({ mode: 'number' }).notNull(),
    before: jsonb().$type<StoredTemplateDraft>().notNull(),
    after: jsonb().$type<StoredTemplateDraft>().notNull(),
    undone: boolean().notNull().default(false),
    changedAt: moment().notNull().defaultNow(),
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
    entries: jsonb().$type<readonly Entry[]>().notNull(),
    /** Who kept it: the name of the account that Fabrica runs under. */
    keptBy: text().notNull().default(''),
    /** How it came about, where it was not written: from a file, from version 2. */
    note: text().notNull().default(''),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.templateId, table.version] })],
);

/** One's own details, kept once; templates take them by placeholder. */
export const identities = pgTable('identities', {
  id: id(),
  name: text().notNull().unique(),
  kind: text().$type<IdentityKind>().notNull(),
  version: integer().notNull().default(1),
  parts: jsonb().$type<Identity['parts']>().notNull(),
  createdAt: createdAt(),
});

/** What they were before, so that pictures which carry an earlier telephone are found. */
export const identityVersions = pgTable(
  'identity_versions',
  {
    identityId: uuid()
      .notNull()
      .references(() => identities.id, { onDelete: 'cascade' }),
    version: integer().notNull(),
    name: text().notNull(),
    parts: jsonb().$type<Identity['parts']>().notNull(),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.identityId, table.version] })],
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

export const photos = pgTable(
  'photos',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    position: integer().notNull(),
    /** SHA-256 of the picture data, hexadecimal; the format's codec says which bytes count. Null until it was worked out. */
    contentIdentity: text(),
    /** What cheap reading tells of the picture data (files/contentSample). Empty in rows of before there was one. */
    contentSample: text().notNull().default(''),
    /** What the file said when it was last read: an index of the file, not the truth. */
    record: jsonb().$type<StoredRecord>().notNull(),
    /** What lists show of it; emptied by the database when record or drafts change, and made again when asked for. */
    summary: jsonb().$type<StoredSummary>(),
    /** Of the templates and facts that the summary was made with. */
    summaryBasis: text(),
    /** Kept by the database: what changed since a moment is found by it. */
    touched: xid8().notNull().default(sql`pg_current_xact_id()`),
    /** When its file was not found any more. */
    goneAt: moment(),
    createdAt: createdAt(),
  },
  (table) => [
    index('photos_assignment').on(table.assignmentId, table.position),
    index('photos_touched').on(table.assignmentId, table.touched),
    index('photos_identity').on(table.contentIdentity),
    index('photos_sample').on(table.contentSample),
  ],
);

/** The files of a photo: one, or several twins. */
export const files = pgTable(
  'files',
  {
    id: id(),
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    folderId: uuid()
      .notNull()
      .references(() => openedFolders.id),
    relativePath: text().notNull(),
    /** The file that stands for the photo, its raw file, or the sidecar. */
    role: text().$type<ShotRole>().notNull().default('main'),
    format: text().notNull(),
    size: bigint({ mode: 'number' }).notNull(),
    /** Modification time in nanoseconds, as text: a change on disk shows by it. */
    modifiedNs: text().notNull(),
    /** Of the whole file (files/digest). */
    digest: text().notNull(),
  },
  (table) => [
    unique('files_place').on(table.folderId, table.relativePath),
    index('files_photo').on(table.photoId),
  ],
);

/** Written here and not yet in the file. A null value erases. */
export const drafts = pgTable(
  'drafts',
  {
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    field: text().$type<FieldId>().notNull(),
    value: jsonb().$type<FieldValue>(),
    origin: jsonb().$type<DraftOrigin>().notNull(),
    changedAt: moment().notNull().defaultNow(),
    /** Another one with every change: a run deletes just the draft that it has written. */
    stamp: uuid().notNull().default(sql`gen_random_uuid()`),
  },
  (table) => [primaryKey({ columns: [table.photoId, table.field] })],
);

/** Acts that wrote drafts, in their order, with what stood there before: undone and done again as a whole. */
export const writings = pgTable(
  'writings',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    order: bigserial({ mode: 'number' }).notNull(),
    told: jsonb().$type<WritingTold>().notNull(),
    changes: jsonb().$type<readonly DraftChange[]>().notNull(),
    undone: boolean().notNull().default(false),
    createdAt: createdAt(),
  },
  (table) => [index('writings_assignment').on(table.assignmentId, table.order)],
);

/** Acts that begin something, by the key that came with the request: sent again, they answer what they answered. */
export const acts = pgTable(
  'acts',
  {
    key: text().primaryKey(),
    act: text().notNull(),
    result: jsonb(),
    createdAt: createdAt(),
  },
  (table) => [index('acts_created').on(table.createdAt)],
);

export const runs = pgTable('runs', {
  id: id(),
  assignmentId: uuid()
    .notNull()
    .references(() => assignments.id, { onDelete: 'cascade' }),
  kind: text().$type<'import' | 'embed' | 'undo'>().notNull(),
  state: text().$type<'waiting' | 'running' | 'stopped' | 'done'>().notNull().default('waiting'),
  parameters: jsonb().$type<ImportParameters | EmbedParameters>().notNull(),
  /** The run that this one undoes. */
  undoes: uuid('takes_back'),
  stopAsked: boolean().notNull().default(false),
  /** Keeps its place and waits to be told to go on. */
  paused: boolean().notNull().default(false),
  createdAt: createdAt(),
  startedAt: moment(),
  endedAt: moment(),
});

export const runItems = pgTable(
  'run_items',
  {
    id: id(),
    runId: uuid()
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    photoId: uuid(),
    /** What a person calls it: the file's name. */
    name: text().notNull(),
    sourcePath: text(),
    /** The item of an earlier run that this one undoes. */
    undoes: uuid(),
    state: text()
      .$type<'waiting' | 'done' | 'unchanged' | 'failed' | 'undone'>()
      .notNull()
      .default('waiting'),
    result: jsonb().$type<RunItemResult>(),
    problems: jsonb().$type<readonly StoredProblem[]>(),
    /** What an undone import took out of the index, so that it can be put back. */
    removed: jsonb().$type<StoredPhoto>(),
    /** The mark of the worker that has it in hand; it counts as long as that worker holds its lock. */
    claimedBy: integer(),
  },
  (table) => [
    index('run_items_run').on(table.runId, table.position),
    index('run_items_photo').on(table.photoId),
    index('run_items_waiting').on(table.runId, table.position).where(sql`state = 'waiting'`),
  ],
);

/** Names that runs under way have given or are about to give, so that several workers never give one twice. */
export const nameClaims = pgTable(
  'name_claims',
  {
    folderId: uuid()
      .notNull()
      .references(() => openedFolders.id, { onDelete: 'cascade' }),
    /** As every file system compares names (naming/fileName). */
    insideKey: text().notNull(),
    nameKey: text().notNull(),
    itemId: uuid()
      .notNull()
      .references(() => runItems.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.folderId, table.insideKey, table.nameKey] })],
);

/** The way back for one file of an item, kept before it is replaced. */
export const inverseEdits = pgTable(
  'inverse_edits',
  {
    itemId: uuid()
      .notNull()
      .references(() => runItems.id, { onDelete: 'cascade' }),
    role: text().$type<ShotRole>().notNull().default('main'),
    /** The item made the file: undoing it removes the file. */
    made: boolean().notNull().default(false),
    /** Of the file that was replaced and of the one that took its place (files/digest); '' where the item removed it. */
    digestBefore: text().notNull(),
    digestAfter: text().notNull(),
    pieces: jsonb().$type<readonly { kind: 'copy' | 'former'; start: number; end: number }[]>().notNull(),
    /** The former bytes of all 'former' pieces, one behind the other. */
    formerBytes: bytea().notNull(),
  },
  (table) => [primaryKey({ columns: [table.itemId, table.role] })],
);
