'use client';

import { memo } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { ThreadStrip } from '@/ui/ThreadStrip';
import { type PhotoView, previewAt } from '../set/view';
import { CellEditor } from './CellEditor';
import { cellWords } from './cellText';
import type { ColumnInSight } from './columns';
import type { CellActs } from './useCells';
import type { EditedCell } from './useEditedCell';

interface Props {
  readonly view: PhotoView;
  /** undefined until they are known. */
  readonly values: ListedValues | undefined;
  /** Of the row in the grid, the head counted. */
  readonly number: number;
  readonly top: number;
  readonly height: number;
  readonly pictureWidth: number;
  readonly columns: readonly ColumnInSight[];
  readonly isSelected: boolean;
  /** The columns of the range, where the row is in it. */
  readonly spanned: readonly FieldId[];
  readonly active: FieldId | undefined;
  readonly editing: EditedCell | undefined;
  readonly cells: CellActs;
  readonly onOpen: (id: string) => void;
}

/** A picture of the ledger with its cells. Plain elements that the ledger dresses (ledgerStyles). */
export const LedgerRow = memo(function LedgerRow(props: Props) {
  const { view, number, top, height, pictureWidth, columns, isSelected, cells, onOpen } = props;
  return (
    // biome-ignore lint/a11y: the grid itself has the focus and takes the keys (Ledger).
    <div
      role="row"
      aria-rowindex={number}
      aria-selected={isSelected}
      data-photo={view.name}
      className="row"
      style={{ transform: `translateY(${top}px)`, height }}
    >
      {/* biome-ignore lint/a11y: as above. */}
      <div
        role="rowheader"
        aria-colindex={1}
        className="picture"
        style={{ width: pictureWidth }}
        onClick={(event) =>
          cells.choose(view.id, undefined, { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey })
        }
        onDoubleClick={() => onOpen(view.id)}
      >
        <span className="field">
          <img src={previewAt(view, 480)} alt="" loading="lazy" decoding="async" draggable={false} />
        </span>
        <span className="names">
          <span className="name" title={view.name}>
            {view.name}
          </span>
          <span className="strip">
            <ThreadStrip strip={view.strip} name={view.name} />
            {view.state && (
              <span className={`state ${view.state.kind}`} title={view.state.words}>
                {view.state.words}
              </span>
            )}
          </span>
        </span>
      </div>
      {columns.map((column) => (
        <LedgerCell key={column.id} column={column} {...props} />
      ))}
    </div>
  );
});

/** Where the mouse was pressed; there is one. */
let pressedAt = { clientX: 0, clientY: 0 };

/** The pressed mouse went there; cells that came under it as the ledger scrolled are not meant. */
const isDragged = ({ buttons, clientX, clientY }: Pick<MouseEvent, 'buttons' | 'clientX' | 'clientY'>) =>
  buttons === 1 && (clientX !== pressedAt.clientX || clientY !== pressedAt.clientY);

function LedgerCell({
  column: { id, label, index, left, width },
  view,
  values,
  spanned,
  active,
  editing,
  cells,
}: Props & { column: ColumnInSight }) {
  const words = cellWords(values, id);
  const isDraft = values?.drafted?.includes(id) ?? false;
  const isBroken = values?.broken?.includes(id) ?? false;
  const marks = [isDraft && 'draft', isBroken && 'records disagree'].filter(Boolean).join(', ');
  const name = `cell${isDraft ? ' draft' : ''}${isBroken ? ' broken' : ''}${id === active ? ' active' : ''}`;
  const how = (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => ({
    shift: event.shiftKey,
    ctrl: event.ctrlKey || event.metaKey,
  });
  return (
    // biome-ignore lint/a11y: the grid itself has the focus and takes the keys (Ledger).
    <div
      role="gridcell"
      id={`cell-${view.id}-${id}`}
      aria-colindex={index + 2}
      aria-selected={spanned.includes(id)}
      data-cell={id}
      className={name}
      style={{ left, width }}
      title={words.length > 60 ? words : undefined}
      onMouseDown={(event) => {
        pressedAt = { clientX: event.clientX, clientY: event.clientY };
        if (event.button === 0 && editing?.field !== id) cells.choose(view.id, id, how(event));
      }}
      onMouseEnter={(event) => isDragged(event) && cells.choose(view.id, id, { shift: true, ctrl: false })}
      onDoubleClick={() => cells.edit({ id: view.id, field: id })}
    >
      {editing?.field === id ? (
        <CellEditor
          field={id}
          label={`${label} of ${view.name}`}
          row={values}
          begun={editing.begun}
          onSave={(value, how) => cells.put([{ id: view.id, values: { [id]: value } }], how)}
          onLeave={cells.leave}
        />
      ) : (
        <span className="words">
          {isBroken && <span aria-hidden>≠ </span>}
          {words || (values ? <span className="gap" aria-label="empty" role="img" /> : '')}
          {marks && <span className="said">, {marks}</span>}
        </span>
      )}
    </div>
  );
}
