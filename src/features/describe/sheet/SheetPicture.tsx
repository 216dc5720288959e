'use client';

import { memo } from 'react';
import { ThreadStrip } from '@/ui/ThreadStrip';
import { type PhotoView, previewAt } from '../set/view';

interface Props {
  readonly view: PhotoView;
  /** Why it is here, in place of its notice. */
  readonly reason?: string | undefined;
  /** Shown larger than the small preview. */
  readonly isLarge: boolean;
  readonly selected: boolean;
  readonly current: boolean;
  readonly onChoose: (id: string, how: { shift: boolean; ctrl: boolean }) => void;
}

/**
 * One picture of the sheet: the picture, its name and strip, its notice, its caption. Plain elements that the
 * sheet dresses (sheetStyles): styled ones cost too much where rows come and go while one scrolls.
 */
export const SheetPicture = memo(function SheetPicture({
  view,
  reason,
  isLarge,
  selected,
  current,
  onChoose,
}: Props) {
  const { notice, caption, name, state } = view;
  return (
    // biome-ignore lint/a11y: the grid itself has the focus and takes the keys (Sheet).
    <div
      role="gridcell"
      aria-selected={selected}
      data-photo={name}
      data-current={current || undefined}
      id={`photo-${view.id}`}
      className="picture"
      onClick={(event) => onChoose(view.id, { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey })}
    >
      <div className="field">
        <img
          src={previewAt(view, isLarge ? 1600 : 480)}
          alt={caption || name}
          loading="lazy"
          decoding="async"
          draggable={false}
        />
      </div>
      <div className="head">
        <span className="name" title={name}>
          {name}
        </span>
        {state && (
          <span className={`state ${state.kind}`} title={state.words}>
            {state.words}
          </span>
        )}
        <span className="strip">
          <ThreadStrip strip={view.strip} name={name} />
        </span>
      </div>
      <div className="line">
        {reason === undefined ? (
          <span className={notice ? 'notice' : 'notice lacking'} title={notice}>
            {notice || 'no notice'}
          </span>
        ) : (
          <span className="reason" title={reason}>
            {reason}
          </span>
        )}
        {view.besides && <span className="besides">{view.besides}</span>}
      </div>
      <div className={caption ? 'caption' : 'caption lacking'}>{caption || 'no caption yet'}</div>
    </div>
  );
});
