import type { QueryClient } from '@tanstack/react-query';
import { asText } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { isInSnapshot } from '@/core/drafts/snapshot';
import type { WritingSteps } from '@/server/operations/drafts/undoWriting';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { type ApiError, apiRequest, mayTryAgain } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';
import { newKey } from '@/ui/useRequestOnce';
import type { PhotoList, ValueTable } from '../set/lists';
import { applyToRows, applyToViews, editsAfter, meantBy } from './applyEdits';
import { isStep, type Refusal, type WritingEdit } from './edit';
import { type Answer, EditStore, type Effects } from './editStore';
import type { FormerLists } from './former';
import { keptEdits } from './keptEdits';
import { mergeTexts } from './rebase';

const stores = new WeakMap<QueryClient, Map<string, EditStore>>();

/** The store of what is typed for the pictures of an assignment: one in each window. */
export function editStoreOf(queries: QueryClient, assignmentId: string): EditStore {
  const known = stores.get(queries) ?? new Map<string, EditStore>();
  stores.set(queries, known);
  const store = known.get(assignmentId) ?? storeFor(queries, assignmentId);
  known.set(assignmentId, store);
  return store;
}

function storeFor(queries: QueryClient, assignmentId: string): EditStore {
  const kept = keptEdits(assignmentId);
  const store: EditStore = new EditStore({
    ...serverOf(queries, assignmentId),
    keep: kept.keep,
    forget: kept.forget,
    shown: (scope) => listsOf(queries, assignmentId, store, scope),
    newKey,
    now: Date.now,
    pause: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
  });
  void kept.adopt(store.adopt);
  const cache = queries.getQueryCache();
  const prune = () => {
    const read = cache.findAll({ queryKey: queryKeys.photos(assignmentId) });
    const snapshots = read.flatMap(({ queryKey: [, , what], state: { data } }) =>
      data !== undefined && (what === 'list' || what === 'values' || what === 'desk')
        ? [(data as { snapshot?: string }).snapshot]
        : [],
    );
    store.prune((transaction) =>
      snapshots.every((snapshot) => snapshot !== undefined && isInSnapshot(transaction, snapshot)),
    );
  };
  // Behind the drawing of what was read: it is drawn once.
  cache.subscribe(({ type, query }) => {
    if (type === 'updated' && query.queryKey[1] === assignmentId && store.edits().length > 0)
      queueMicrotask(prune);
  });
  return store;
}

function serverOf(
  queries: QueryClient,
  assignmentId: string,
): Pick<Effects, 'send' | 'nextStep' | 'refusalOf' | 'rebase' | 'answered'> {
  const where = `assignments/${assignmentId}/writing`;
  const stepsKey = queryKeys.writingSteps(assignmentId);
  return {
    send: (edit, continues) => {
      if (isStep(edit)) {
        const { writingId, undone } = edit;
        return apiRequest<Answer & WritingSteps>(where, 'PATCH', { writingId, undone });
      }
      const { scope, writing, confirmed, key } = edit;
      const how = { ...(confirmed ? { confirmed } : {}), ...(continues ? { continues } : {}) };
      return apiRequest<Answer>(where, 'POST', { scope, writing, ...how }, key);
    },
    nextStep: async (undone) => (await apiRequest<WritingSteps>(where))[undone ? 'undo' : 'redo']?.id,
    refusalOf: (error) => {
      if (mayTryAgain(error)) return undefined;
      const { message, code } = error as ApiError;
      return { message, code };
    },
    rebase: (edit, refusal) => rebased(assignmentId, edit, refusal),
    answered: (edit, { undo, ...answer }) => {
      const { redo } = answer as WritingSteps;
      // At once: an undo that is pressed now means this act.
      if (undo || isStep(edit)) {
        void queries.cancelQueries({ queryKey: stepsKey });
        queries.setQueryData<WritingSteps>(stepsKey, {
          ...(undo ? { undo: undo as WritingSteps['undo'] & object } : {}),
          ...(redo ? { redo } : {}),
        });
      }
      void readAfterAct(queries, queryKeys.photos(assignmentId));
    },
  };
}

/** Somebody else wrote the caption meanwhile: both changes, where they are of different words. The refusal tells their text. */
async function rebased(
  assignmentId: string,
  edit: WritingEdit,
  refusal: Refusal,
): Promise<WritingEdit | Refusal> {
  const { scope, writing, base } = edit;
  if (refusal.code !== 'caption-written-elsewhere' || writing.kind !== 'caption') return refusal;
  const { caption } = await apiRequest<Desk>(`assignments/${assignmentId}/desk`, 'POST', {
    scope,
    fields: [],
  });
  const isSame = caption.variants.length + (caption.empty > 0 ? 1 : 0) === 1;
  if (!isSame) return refusal;
  const theirs = asText(caption.same);
  // Merged with the same text before, it would be refused again and again.
  const text = base === undefined || base === theirs ? undefined : mergeTexts(base, writing.text, theirs);
  if (text === undefined) return refusal;
  return { ...edit, key: newKey(), base: theirs, writing: { ...writing, text, met: [theirs] } };
}

/** What the lists of the window show now, with what was typed. */
function listsOf(
  queries: QueryClient,
  assignmentId: string,
  store: EditStore,
  scope: Scope,
): FormerLists | undefined {
  const list = queries.getQueryData<PhotoList>(queryKeys.photoList(assignmentId));
  if (!list || !meantBy(scope)) return undefined;
  const table = queries.getQueryData<ValueTable>(queryKeys.values(assignmentId));
  const edits = store.edits();
  return {
    scope,
    pictures: list.views.length,
    shown: () => ({
      scope,
      views: applyToViews(list.views, editsAfter(edits, list.snapshot)),
      rows: table && applyToRows(table.rows, editsAfter(edits, table.snapshot), list.views),
    }),
  };
}
