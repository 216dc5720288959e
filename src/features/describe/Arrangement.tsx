'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { type ReactNode, useMemo } from 'react';
import { formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { useRemembered } from '@/ui/useRemembered';
import { WritingDesk } from './desk/WritingDesk';
import { LedgerKeys } from './ledger/LedgerKeys';
import { LedgerTools } from './ledger/LedgerTools';
import { useColumnsShown } from './ledger/useColumnsShown';
import type { PictureSet } from './set/useSet';
import { Sheet } from './sheet/Sheet';
import { SizeSlider, usualSize } from './sheet/SizeSlider';
import type { WritingState } from './store/useWriting';
import { labels } from './words';

/** Each arrangement is loaded when it is shown. */
const Ledger = dynamic(() => import('./ledger/Ledger').then((one) => one.Ledger));
const OneByOne = dynamic(() => import('./oneByOne/OneByOne').then((one) => one.OneByOne));

interface Props {
  readonly assignment: Assignment;
  readonly set: PictureSet;
  readonly writing: WritingState;
  readonly onOpen: (id: string) => void;
  readonly onRate: (ids: ReadonlySet<string>, rating: number) => void;
  /** The bar above, with the tools of the arrangement in it. */
  readonly bar: (tools: ReactNode) => ReactNode;
}

/** The arrangement that the address names, with the desk that belongs to it. */
export function Arrangement(props: Props) {
  switch (props.set.address.arrangement) {
    case 'sheet':
      return <AsSheet {...props} />;
    case 'ledger':
      return <AsLedger {...props} />;
    case 'one':
      return <OneByOne {...props} />;
  }
}

function AsSheet({ assignment, set, writing, onOpen, onRate, bar }: Props) {
  const { shown, selection } = set;
  const [size, setSize] = useRemembered('sheet size', String(usualSize));
  return (
    <>
      {bar(<SizeSlider size={Number(size)} onChange={(next) => setSize(String(next))} />)}
      <NoneShown set={set} />
      <Sheet
        place={`sheet ${assignment.id}`}
        views={shown}
        selection={selection}
        size={Number(size)}
        onSize={(next) => setSize(String(next))}
        onOpen={onOpen}
        onRate={onRate}
      />
      <Desk assignment={assignment} set={set} writing={writing} rests={false} />
    </>
  );
}

function AsLedger({ assignment, set, writing, onOpen, bar }: Props) {
  const columns = useColumnsShown(set);
  return (
    <>
      {bar(<LedgerTools columns={columns} />)}
      <NoneShown set={set} />
      <Ledger
        place={`ledger ${assignment.id}`}
        set={set}
        columns={columns}
        write={writing.write}
        onOpen={onOpen}
      />
      <Desk assignment={assignment} set={set} writing={writing} rests keys={<LedgerKeys />} />
    </>
  );
}

function Desk({
  set: { views, total, shown, selection },
  ...rest
}: {
  assignment: Assignment;
  set: PictureSet;
  writing: WritingState;
  rests: boolean;
  keys?: ReactNode;
}) {
  const chosen = useMemo(() => shown.filter((view) => selection.ids.has(view.id)), [shown, selection.ids]);
  // Writing now would skip the pictures that are still loading.
  if (selection.isGrowing)
    return (
      <Notice kind="info" paddingX="5" paddingY="3" borderTopWidth="1px">
        {labels.stillLoading} {formatNumber(views.length)} of {formatNumber(total)}.
      </Notice>
    );
  return <WritingDesk views={views} chosen={chosen} onSelect={selection.set} {...rest} />;
}

function NoneShown({ set: { shown, address, isLoaded, problem } }: { set: PictureSet }) {
  if (shown.length > 0) return null;
  return (
    <Box padding="5" color="soft" role="status">
      {isLoaded ? labels.noPicturesMatch : (problem ?? labels.loadingTheFilter)}{' '}
      <LinkButton type="button" onClick={() => address.setShow({ of: 'all' })}>
        Show all
      </LinkButton>
    </Box>
  );
}
