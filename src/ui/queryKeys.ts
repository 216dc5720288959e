import type { Change } from '@/server/jobs/queue';

/**
 * The keys of everything that windows have read, in one place: a query is named here or nowhere. What begins
 * alike is read again together.
 */
export const queryKeys = {
  runs: () => ['runs'] as const,
  receipts: (search: unknown) => ['runs', 'found', search] as const,
  run: (id: string) => ['runs', id] as const,
  runItems: (id: string, page: number, state: string | number) => ['run-items', id, page, state] as const,
  copiesNow: (runId: string) => ['runs', runId, 'copies'] as const,
  identities: () => ['identities'] as const,
  makers: () => ['makers'] as const,
  plans: () => ['plans'] as const,
  folders: () => ['folders'] as const,
  folderPlaces: () => ['folder-places'] as const,
  folderInside: (path?: string) =>
    path === undefined ? (['folder-inside'] as const) : (['folder-inside', path] as const),
  folderState: (path: string) => ['folder-state', path] as const,
  folderParts: (path: string) => ['folder-parts', path] as const,
  folderUses: (path: string) => ['folder-uses', path] as const,
  /** Read again when pictures change. */
  search: (asked?: unknown) => (asked === undefined ? (['search'] as const) : (['search', asked] as const)),
  foundIn: (query: string, assignmentId: string) => ['search', 'in', query, assignmentId] as const,
  /** As it was when it was asked: a dialog shows it, and the server counts again before an act. */
  foundSet: (asked: unknown) => ['found-set', asked] as const,
  foundDelivery: (asked: unknown) => ['found-delivery', asked] as const,
  narrowings: (typed: string) => ['search', 'narrowings', typed] as const,
  savedSearches: () => ['search', 'saved'] as const,
  gatherings: () => ['gatherings'] as const,
  inGathering: (id: string, assignmentId: string) => ['gatherings', id, assignmentId] as const,
  columnSets: () => ['column-sets'] as const,
  vocabulary: () => ['vocabulary'] as const,
  vocabularySteps: () => ['vocabulary', 'steps'] as const,
  vocabularyTerms: () => ['vocabulary', 'terms'] as const,
  vocabularyOrder: () => ['vocabulary', 'order'] as const,
  carriers: (words: readonly string[]) => ['vocabulary', 'carriers', words] as const,
  /** What is about to be carried through: it stays as it was when it was asked. */
  carrying: (from: readonly string[], to: readonly string[]) => ['carrying', from, to] as const,
  completions: (typed: string) => ['vocabulary', 'completions', typed] as const,
  knownTerms: (words: readonly string[]) => ['vocabulary', 'known', words] as const,
  bundles: () => ['bundles'] as const,
  checklists: () => ['checklists'] as const,
  deliveryPlans: () => ['delivery-plans'] as const,
  signatures: () => ['signatures'] as const,
  licences: (search?: unknown) =>
    search === undefined ? (['licences'] as const) : (['licences', search] as const),
  copy: (assignmentId: string, photoId: string, deliveryPlan: unknown) =>
    ['photos', assignmentId, 'copy', photoId, deliveryPlan] as const,
  unknownKeywords: (assignmentId: string) => ['vocabulary', 'terms', 'unknown', assignmentId] as const,
  suggestions: (assignmentId: string, scope: unknown) =>
    ['photos', assignmentId, 'suggestions', scope] as const,
  places: (asked: string) => ['places', asked] as const,
  recovery: () => ['recovery'] as const,
  orphans: () => ['orphans'] as const,
  kept: () => ['kept'] as const,
  backups: () => ['backups'] as const,
  backupDifferences: (name: string) => ['backup-differences', name] as const,
  upkeep: () => ['upkeep'] as const,
  yearReview: (year: string) => ['upkeep', 'review', year] as const,
  card: () => ['card'] as const,
  workshop: (search?: unknown) =>
    search === undefined ? (['workshop'] as const) : (['workshop', search] as const),
  templates: () => ['templates'] as const,
  shelf: () => ['templates', 'shelf'] as const,
  startTemplates: () => ['templates', 'start'] as const,
  template: (id: string) => ['template', id] as const,
  templateVersions: (id: string, version: number) => ['template', id, 'versions', version] as const,
  templateUsed: (id: string, version: number) => ['template', id, 'used', version] as const,
  templateSteps: (id?: string, saved?: boolean) =>
    id === undefined ? (['template-steps'] as const) : (['template-steps', id, saved] as const),
  templatePreview: (asked: unknown) => ['template-preview', asked] as const,
  assignment: (id: string) => ['assignment', id] as const,
  /** Read again when pictures change. */
  folderScan: (assignmentId: string) => ['photos', assignmentId, 'scan'] as const,
  workingFolder: (id: string) => ['assignment', id, 'folder'] as const,
  folderMatch: (id: string, path: string) => ['folder-match', id, path] as const,
  outcome: (id: string, inForce: unknown, facts: unknown) =>
    ['assignment', id, 'outcome', inForce, facts] as const,
  photos: (assignmentId: string) => ['photos', assignmentId] as const,
  photoList: (assignmentId: string) => ['photos', assignmentId, 'list'] as const,
  values: (assignmentId: string) => ['photos', assignmentId, 'values'] as const,
  desk: (assignmentId: string, scope: unknown, fields: readonly string[]) =>
    ['photos', assignmentId, 'desk', scope, fields] as const,
  composed: (assignmentId: string, scope: unknown, field: string, text: string) =>
    ['photos', assignmentId, 'composed', scope, field, text] as const,
  photo: (assignmentId: string, id: string, revision: string) =>
    ['photos', assignmentId, 'photo', id, revision] as const,
  itemStates: (runId: string, itemId: string) => ['runs', runId, 'states', itemId] as const,
  history: (id: string) => ['runs', 'history', id] as const,
  /** Read again by age, not at every word that is written. */
  versions: (assignmentId: string) => ['versions', assignmentId] as const,
  names: (assignmentId: string) => ['names', assignmentId] as const,
  disagreements: (assignmentId: string, scope: unknown) =>
    ['photos', assignmentId, 'disagreements', scope] as const,
  proof: (assignmentId: string, scope: unknown, count: number) =>
    ['photos', assignmentId, 'proof', scope, count] as const,
  templatesProof: (assignmentId: string, scope: unknown, templates: unknown, answers: unknown) =>
    ['photos', assignmentId, 'templates-proof', scope, templates, answers] as const,
  outsideEdits: (assignmentId: string, scope: unknown) => ['photos', assignmentId, 'outside', scope] as const,
  writingSteps: (assignmentId: string) => ['photos', assignmentId, 'steps'] as const,
  found: (assignmentId: string) => ['photos', assignmentId, 'found'] as const,
  source: (assignmentId?: string, folderId?: string | null) =>
    assignmentId === undefined
      ? (['source'] as const)
      : folderId === undefined
        ? (['source', assignmentId] as const)
        : (['source', assignmentId, folderId] as const),
};

/** Looking at a source reads all its files: it is not done again because a connection was lost. */
export const isSlow = (queryKey: readonly unknown[]): boolean => queryKey[0] === queryKeys.source()[0];

/** What every kind of change concerns: the one map from what changed to what is read again. */
export const concernedBy: Readonly<Record<Change['kind'], (id: string) => readonly (readonly unknown[])[]>> =
  {
    run: () => [queryKeys.runs(), queryKeys.workshop()],
    identities: () => [queryKeys.identities(), queryKeys.shelf(), queryKeys.startTemplates()],
    makers: () => [queryKeys.makers(), ['photos']],
    plans: () => [queryKeys.plans(), queryKeys.upkeep()],
    folders: () => [queryKeys.folders(), queryKeys.workshop()],
    gatherings: () => [queryKeys.gatherings(), queryKeys.search(), queryKeys.workshop()],
    searches: () => [queryKeys.savedSearches()],
    'column-sets': () => [queryKeys.columnSets()],
    vocabulary: () => [queryKeys.vocabulary(), queryKeys.bundles()],
    bundles: () => [queryKeys.bundles()],
    checklists: () => [queryKeys.checklists(), queryKeys.upkeep()],
    'delivery-plans': () => [queryKeys.deliveryPlans(), queryKeys.upkeep()],
    licences: () => [queryKeys.licences()],
    kept: () => [queryKeys.kept()],
    backups: () => [queryKeys.backups(), queryKeys.upkeep()],
    recovery: () => [queryKeys.recovery(), queryKeys.orphans()],
    template: (id) => [
      queryKeys.templates(),
      queryKeys.template(id),
      ['template-steps', id],
      queryKeys.upkeep(),
      queryKeys.workshop(),
    ],
    assignment: (id) => [queryKeys.assignment(id), queryKeys.workshop()],
    photos: (id) => [
      queryKeys.photos(id),
      queryKeys.search(),
      queryKeys.assignment(id),
      queryKeys.workshop(),
      // The use of words; what is completed and known of them stays.
      queryKeys.vocabularyTerms(),
      queryKeys.vocabularyOrder(),
      ['vocabulary', 'carriers'],
    ],
  };
