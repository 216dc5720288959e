'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { type FieldId, fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';
import { type FieldValue, isEmpty } from '@/core/catalogue/value';
import { joinKeywords } from '@/core/keywords/parse';
import { counted, formatNumber } from '@/core/wording/counts';
import type { FoundWriting, FoundWritten } from '@/server/operations/search/writeFound';
import type { ApiError } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { ValueEditor } from '../fields/ValueEditor';
import { TermBox } from '../keywords/TermBox';
import { StatusAsk } from '../templates/builders/StatusAsk';
import type { FoundSet } from './findAddress';
import { Written } from './Written';
import { labels } from './words';

const termActs = {
  'add-keywords': 'Add keywords',
  'remove-keywords': 'Remove keywords',
  'add-people': 'Add people shown',
  'remove-people': 'Remove people shown',
} as const;
type TermAct = keyof typeof termActs;
const isTermAct = (what: string): what is TermAct => Object.hasOwn(termActs, what);

/** A caption is written where its pictures are seen; keywords and people are added and removed. */
const fields = writtenFieldIds
  .filter((one) => !['description', 'keywords', 'personShown'].includes(one))
  .sort((a, b) => fieldLabel(a).localeCompare(fieldLabel(b)));

interface Meant {
  readonly asked: FoundSet;
  readonly total: number;
}

/** Writes drafts into all pictures that are found. What was meant stays, though the search may find others after it. */
export function WriteFound({ isLooking, ...now }: Meant & { isLooking: boolean }) {
  const [meant, setMeant] = useState<Meant>();
  return (
    <>
      {now.total > 0 && (
        <Button
          type="button"
          data-control={labels.writeIntoThem}
          disabled={isLooking}
          onClick={() => setMeant(now)}
        >
          {labels.writeIntoThem}: {formatNumber(now.total)}
        </Button>
      )}
      {meant && <WriteDialog {...meant} onClose={() => setMeant(undefined)} />}
    </>
  );
}

function WriteDialog({ asked, total, onClose }: Meant & { onClose: () => void }) {
  const request = useRequestOnce();
  const [what, setWhat] = useState<TermAct | FieldId>('add-keywords');
  const [terms, setTerms] = useState<readonly string[]>([]);
  const [value, setValue] = useState<FieldValue | null>(null);
  /** Pressed without a word. Leaving the box takes what is typed there, before the press. */
  const [isUnready, setUnready] = useState(false);
  const write = useMutation({
    mutationFn: (confirmed: boolean) =>
      request<FoundWritten[]>('search/writing', 'POST', {
        ...asked,
        writing: writingOf(what, terms, value),
        pictures: total,
        ...(confirmed ? { confirmed } : {}),
      }),
  });
  const isAsked = (write.error as ApiError | null)?.code === 'gives-up-rights';
  if (write.data)
    return (
      <Dialog title={labels.writtenAsDrafts} size="lg" leave="Close" onClose={onClose}>
        <Written written={write.data} />
      </Dialog>
    );
  const isReady = !isTermAct(what) || terms.length > 0;
  return (
    <Dialog
      title={`Write into ${counted(total, 'picture')}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button
          type="button"
          fontWeight="600"
          data-control={labels.writeDrafts}
          disabled={write.isPending}
          onClick={() => (isReady ? write.mutate(false) : setUnready(true))}
        >
          {isTermAct(what) || !isEmpty(value) ? labels.writeDrafts : `Empty ${fieldLabel(what)}`}
        </Button>
      }
    >
      <What
        what={what}
        onChange={(next) => {
          setWhat(next);
          setTerms([]);
          setValue(null);
          setUnready(false);
          write.reset();
        }}
      />
      {isTermAct(what) ? (
        <Terms terms={terms} areKeywords={what.endsWith('keywords')} onChange={setTerms} />
      ) : (
        <ValueOf key={what} field={what} value={value} onChange={setValue} />
      )}
      <Box textStyle="hint" marginTop="3">
        {isTermAct(what)
          ? 'What else the pictures carry stays.'
          : `${fieldLabel(what)} becomes this on all of them; what differs now is replaced.`}{' '}
        The files stay as they are until the drafts are embedded, and you can undo it.
      </Box>
      {isAsked ? (
        <StatusAsk onNo={() => write.reset()} onYes={() => write.mutate(true)} />
      ) : (
        <Notice kind="error">
          {write.error?.message ?? (isUnready && !isReady && labels.typeAWordFirst)}
        </Notice>
      )}
    </Dialog>
  );
}

function writingOf(
  what: TermAct | FieldId,
  terms: readonly string[],
  value: FieldValue | null,
): FoundWriting {
  return isTermAct(what) ? { kind: what, terms } : { kind: 'set', field: what, value };
}

function What({ what, onChange }: { what: TermAct | FieldId; onChange: (next: TermAct | FieldId) => void }) {
  return (
    <chakra.label display="block" fontSize="body">
      {labels.whatToWrite}
      <Select
        data-autofocus
        display="block"
        value={what}
        onChange={(event) => onChange(event.target.value as TermAct | FieldId)}
      >
        {Object.entries(termActs).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
        {fields.map((id) => (
          <option key={id} value={id}>
            {fieldLabel(id)}
          </option>
        ))}
      </Select>
    </chakra.label>
  );
}

function Terms({
  terms,
  areKeywords,
  onChange,
}: {
  terms: readonly string[];
  areKeywords: boolean;
  onChange: (terms: readonly string[]) => void;
}) {
  const id = useId();
  return (
    <Box marginTop="3" fontSize="body">
      <chakra.label htmlFor={id}>{labels.wordsToWrite}</chakra.label>
      <TermBox
        id={id}
        placeholder="comma, Enter"
        offersTerms={areKeywords}
        onWords={(words) => onChange([...new Set([...terms, ...words])])}
      />
      <Flex gap="3" wrap="wrap" marginTop="2">
        {terms.map((term) => (
          <LinkButton
            key={term}
            type="button"
            aria-label={`Leave out ${term}`}
            data-control="leave out a word"
            onClick={() => onChange(terms.filter((one) => one !== term))}
          >
            {joinKeywords([term])} ×
          </LinkButton>
        ))}
      </Flex>
    </Box>
  );
}

function ValueOf({
  field,
  value,
  onChange,
}: {
  field: FieldId;
  value: FieldValue | null;
  onChange: (value: FieldValue | null) => void;
}) {
  const id = useId();
  return (
    <Box marginTop="3" fontSize="body">
      <chakra.label htmlFor={id}>{fieldLabel(field)}</chakra.label>
      <ValueEditor id={id} field={field} value={value} onChange={onChange} />
    </Box>
  );
}
