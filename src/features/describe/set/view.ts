import { stripFromCode } from '@/core/threads/stripCode';
import type { Strip } from '@/core/threads/stroke';
import { threads } from '@/core/threads/threads';
import type { ListedSummary } from '@/server/operations/photos/listSummaries';

/** A photo as the screens show it. */
export interface PhotoView extends Omit<ListedSummary, 'strip'> {
  readonly strip: Strip;
  /** One or two words beside the file name. */
  readonly state: { readonly words: string; readonly kind: 'draft' | 'attention' } | undefined;
}

export function viewOf({ strip: code, ...row }: ListedSummary): PhotoView {
  const strip = stripFromCode(code);
  return {
    ...row,
    strip,
    state: stateOf(row, strip),
  };
}

/** Whether it has no caption, drafts counted: also where the file still has one that is to be emptied. */
export const lacksCaption = ({ caption, strip }: Pick<PhotoView, 'caption' | 'strip'>): boolean =>
  caption === '' && strip.caption !== 'none';

/** A picture as it looks with a draft that is on its way to the server. */
export function withDraft(
  view: PhotoView,
  changes: Partial<Pick<PhotoView, 'caption' | 'strip'>> = {},
): PhotoView {
  const drafted = { ...view, ...changes, drafted: true as const };
  return Object.assign(drafted, { state: stateOf(drafted, drafted.strip) });
}

/** Where a preview of at least so many pixels is found; another for each revision of the file. */
export const previewAt = (
  { id, revision }: Pick<ListedSummary, 'id' | 'revision'>,
  side: 480 | 1600 | 2560,
) => `/api/photos/${id}/preview?side=${side}&at=${revision}`;

/** One for all pictures that have it. */
const draft = { words: 'draft', kind: 'draft' } as const;

function stateOf(
  {
    isGone,
    isChanged,
    isReplaced,
    drafted,
    unreadable,
    signed,
  }: Pick<ListedSummary, 'isGone' | 'isChanged' | 'isReplaced' | 'drafted' | 'unreadable' | 'signed'>,
  strip: Strip,
): PhotoView['state'] {
  if (isReplaced) return { words: 'drafts of a former picture', kind: 'attention' };
  if (isGone) return { words: 'its file is gone', kind: 'attention' };
  if (isChanged) return { words: drafted ? 'draft; changed outside' : 'changed outside', kind: 'attention' };
  if (drafted) return draft;
  if (unreadable) return { words: 'a record cannot be read', kind: 'attention' };
  if (signed) return { words: 'signed (C2PA)', kind: 'attention' };
  const broken = threads.filter(({ id }) => strip[id] === 'broken');
  if (broken.length === 0) return undefined;
  return {
    words: broken.length === 1 ? `${broken[0]!.id} disagrees` : 'records disagree',
    kind: 'attention',
  };
}
