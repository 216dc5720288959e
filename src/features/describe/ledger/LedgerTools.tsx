'use client';

import { chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { labels } from '../words';
import { ColumnsDialog } from './ColumnsDialog';
import { givenColumns } from './columns';
import type { LedgerColumns } from './useColumnsShown';

/** Which columns the ledger has: by a name, or chosen. */
export function LedgerTools({ columns }: { columns: LedgerColumns }) {
  const [choosing, setChoosing] = useState(false);
  const { name, sets, take } = columns;
  const onChoose = (wanted: string) => {
    const fields = givenColumns[wanted] ?? sets.find((one) => one.name === wanted)?.fields;
    if (fields) take(wanted, fields);
  };
  return (
    <>
      <chakra.label>
        {labels.columns}{' '}
        <Select
          aria-label={labels.columns}
          value={name}
          fontSize="small"
          height="1.5rem"
          onChange={(event) => onChoose(event.target.value)}
        >
          {name === '' && <option value="">as chosen</option>}
          {[...Object.keys(givenColumns), ...sets.map((one) => one.name)].map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </Select>
      </chakra.label>
      <LinkButton type="button" onClick={() => setChoosing(true)}>
        {labels.chooseColumns}
      </LinkButton>
      {choosing && <ColumnsDialog columns={columns} onClose={() => setChoosing(false)} />}
    </>
  );
}
