'use client';

import { formatNumber } from '@/core/wording/counts';
import { Notice } from '@/ui/Notice';
import type { PhotoView } from '../set/view';
import type { WritingState } from '../store/useWriting';
import { labels } from '../words';

const stateWords = { saving: 'saving …', waiting: 'not saved yet' } as const;

/** The state of what is written: being saved, saved as drafts, or nothing. */
export function SaveWords({
  writing: { state },
  chosen,
}: {
  writing: Pick<WritingState, 'state'>;
  chosen: readonly PhotoView[];
}) {
  const drafted = chosen.filter((view) => view.drafted).length;
  return (
    <Notice kind="info" as="span">
      {state !== 'saved'
        ? stateWords[state]
        : drafted > 0
          ? `${formatNumber(drafted)} with drafts, saved`
          : labels.noDrafts}
    </Notice>
  );
}
