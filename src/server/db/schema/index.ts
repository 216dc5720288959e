/** All tables, for the database client and drizzle-kit; everything else imports a table from its own file. */
export * from './acts';
export * from './assignments';
export * from './checklists';
export * from './columnSets';
export * from './deliveries';
export * from './drafts';
export * from './folders';
export * from './gatherings';
export * from './identities';
export * from './kept';
export * from './people';
export * from './photos';
export * from './runs';
export * from './search';
export * from './templates';
export * from './vocabulary';
