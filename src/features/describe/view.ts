import { stripFromCode } from '@/core/threads/stripCode';
import type { Strip } from '@/core/threads/stroke';
import { threads } from '@/core/threads/threads';
import type { ListedSummary } from '@/server/operations/photos/listSummaries';

/** A photo as the screens show it. */
export interface PhotoView extends Omit<ListedSummary, 'strip'> {
  readonly strip: Strip;
  /** One or two words beside the file name. */
  readonly state: { readonly words: string; readonly kind: 'draft' | 'attention' } | undefined;
  readonly previewUrl: string;
}

export function viewOf({ strip: code, ...row }: ListedSummary): PhotoView {
  const strip = stripFromCode(code);
  return {
    ...row,
    strip,
    state: stateOf(row, strip),
    previewUrl: `/api/photos/${row.id}/preview?side=480&at=${row.revision}`,
  };
}

function stateOf(
  { isGone, drafted, unreadable }: Pick<ListedSummary, 'isGone' | 'drafted' | 'unreadable'>,
  strip: Strip,
): PhotoView['state'] {
  if (isGone) return { words: 'its file is gone', kind: 'attention' };
  if (drafted) return { words: 'draft', kind: 'draft' };
  if (unreadable) return { words: 'a record cannot be read', kind: 'attention' };
  const broken = threads.filter(({ id }) => strip[id] === 'broken');
  if (broken.length === 0) return undefined;
  return {
    words: broken.length === 1 ? `${broken[0]!.id} disagrees` : 'records disagree',
    kind: 'attention',
  };
}
