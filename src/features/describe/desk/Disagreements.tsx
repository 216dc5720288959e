'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import type { Disagreement, RecordSource, Settlement, SourceValues } from '@/core/drafts/disagreements';
import type { Scope } from '@/core/drafts/scope';
import { agrees, counted, formatNumber } from '@/core/wording/counts';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { valueWords } from '@/ui/valueWords';
import { labels } from '../words';
import { sourceWords } from './sourceWords';

/** Where the records of a selection disagree: which file says what, and one choice a field settles it. */
export function Disagreements({
  assignmentId,
  scope,
  count,
  onSettle,
  onClose,
}: {
  assignmentId: string;
  scope: Scope;
  count: number;
  onSettle: (choices: readonly Settlement[]) => void;
  onClose: () => void;
}) {
  const {
    data = [],
    error,
    isSuccess,
  } = useQuery({
    queryKey: queryKeys.disagreements(assignmentId, scope),
    queryFn: () => apiRequest<Disagreement[]>(`assignments/${assignmentId}/disagreements`, 'POST', { scope }),
  });
  const [chosen, setChosen] = useState<{ readonly [K in FieldId]?: RecordSource | 'leave' }>({});
  const choices = data.flatMap((one): Settlement[] => {
    const source = chosen[one.field] ?? usual(one);
    return source === 'leave' ? [] : [{ field: one.field, source }];
  });
  return (
    <Dialog
      title={labels.recordsThatDisagree}
      size="lg"
      onClose={onClose}
      beside="The chosen values become drafts. Embedding writes them into every record."
      acts={
        <Button
          type="button"
          fontWeight="600"
          disabled={choices.length === 0}
          onClick={() => onSettle(choices)}
        >
          Settle {counted(choices.length, 'field')}
        </Button>
      }
    >
      {error && <Notice kind="error">{error.message}</Notice>}
      {isSuccess && data.length === 0 && <Box color="soft">Nothing disagrees here any more.</Box>}
      {data.map((one) => (
        <FieldChoice
          key={one.field}
          disagreement={one}
          among={count}
          chosen={chosen[one.field] ?? usual(one)}
          onChoose={(source) => setChosen({ ...chosen, [one.field]: source })}
        />
      ))}
    </Dialog>
  );
}

/** The record that counts now in most pictures. */
function usual({ sources }: Disagreement): RecordSource | 'leave' {
  const [first, ...others] = sources;
  if (!first) return 'leave';
  return others.reduce((best, one) => (one.counts > best.counts ? one : best), first).source;
}

function FieldChoice({
  disagreement: { field, pictures, sources },
  among,
  chosen,
  onChoose,
}: {
  disagreement: Disagreement;
  among: number;
  chosen: RecordSource | 'leave';
  onChoose: (source: RecordSource | 'leave') => void;
}) {
  return (
    <chakra.fieldset borderTopWidth="1px" paddingY="2.5">
      <chakra.legend float="left" width="100%" paddingBottom="1">
        <chakra.span fontFamily="heading" fontWeight="600">
          {fieldLabel(field)}
        </chakra.span>{' '}
        {among > 1 && (
          <chakra.span textStyle="hint">
            {agrees(pictures, 'disagrees', 'disagree')} in {counted(pictures, 'picture')}
          </chakra.span>
        )}
      </chakra.legend>
      <Box clear="both">
        {sources.map((one) => (
          <Option
            key={one.source}
            field={field}
            isChosen={chosen === one.source}
            onChoose={() => onChoose(one.source)}
          >
            <SourceLine field={field} values={one} of={pictures} />
          </Option>
        ))}
        <Option field={field} isChosen={chosen === 'leave'} onChoose={() => onChoose('leave')}>
          <chakra.span color="soft">Leave as it is</chakra.span>
        </Option>
      </Box>
    </chakra.fieldset>
  );
}

function Option({
  field,
  isChosen,
  onChoose,
  children,
}: {
  field: FieldId;
  isChosen: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  return (
    <chakra.label
      display="flex"
      gap="2.5"
      alignItems="baseline"
      paddingY="1"
      cursor="pointer"
      minHeight="1.5rem"
    >
      <input type="radio" name={`settle-${field}`} checked={isChosen} onChange={onChoose} />
      {children}
    </chakra.label>
  );
}

function SourceLine({ field, values, of }: { field: FieldId; values: SourceValues; of: number }) {
  const { source, pictures, counts, examples } = values;
  return (
    <Flex gap="3" flex="1" minWidth="0" wrap="wrap" alignItems="baseline">
      <chakra.span width="14em" color="soft" fontSize="body" flexShrink={0}>
        {sourceWords[source]}
        {counts > 0 && ' (shown now)'}
      </chakra.span>
      <chakra.span flex="1" minWidth="12em" whiteSpace="pre-line" overflowWrap="anywhere">
        {examples.map((value) => valueWords(field, value)).join(' · ')}
        {pictures < of && (
          <chakra.span textStyle="hint">
            {' '}
            in {formatNumber(pictures)} of {formatNumber(of)}
          </chakra.span>
        )}
      </chakra.span>
    </Flex>
  );
}
