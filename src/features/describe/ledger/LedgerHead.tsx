'use client';

import { memo } from 'react';
import type { Address } from '../set/useAddress';
import { ColumnHead } from './ColumnHead';
import type { ColumnInSight } from './columns';
import type { LedgerColumns } from './useColumnsShown';

/** The names of the columns, with what each lacks. It stays while the rows scroll. */
export const LedgerHead = memo(function LedgerHead({
  columns,
  inSight,
  address,
  height,
  pictureWidth,
}: {
  columns: LedgerColumns;
  inSight: readonly ColumnInSight[];
  address: Address;
  height: number;
  pictureWidth: number;
}) {
  return (
    // biome-ignore lint/a11y: the grid itself has the focus (Ledger).
    <div role="row" aria-rowindex={1} className="head" style={{ height }}>
      {/* biome-ignore lint/a11y: as above. */}
      <div role="columnheader" aria-colindex={1} className="picture-head" style={{ width: pictureWidth }}>
        Picture
      </div>
      {inSight.map((column) => (
        <ColumnHead key={column.id} column={column} columns={columns} address={address} />
      ))}
    </div>
  );
});
