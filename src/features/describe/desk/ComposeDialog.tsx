'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useRef } from 'react';
import { type FieldId, field, fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';
import { sameValue } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { placeholderNames } from '@/core/templates/placeholders';
import { counted } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { Composed, ComposedExample } from '@/server/operations/drafts/composeDrafter';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useKeptState } from '@/ui/useKeptState';
import { valueWords } from '@/ui/valueWords';
import type { Write } from '../store/useWriting';
import { labels } from '../words';

interface Props {
  readonly assignmentId: string;
  readonly scope: Scope;
  readonly count: number;
  readonly assignment: Pick<Assignment, 'facts' | 'people'>;
  readonly write: Write;
  readonly onClose: () => void;
}

/** Texts that are composed: those of one line or several, without codes. */
const composable = writtenFieldIds.filter(
  (id) => (field(id).type === 'text' || field(id).type === 'multiline') && !field(id).textForm,
);
const usual: { readonly field: FieldId; readonly text: string } = {
  field: 'title',
  text: '{{ assignment }} {{ running number : 3 }}',
};

/** A text from placeholders for many pictures at once, each with its own; examples are beside while one types. */
export function ComposeDialog({ assignmentId, scope, count, assignment, write, onClose }: Props) {
  const { value: composed, set, done } = useKeptState('composed text', usual);
  const box = useRef<HTMLInputElement>(null);
  const { examples, replaced, error, isFresh } = useExamples(assignmentId, scope, composed);
  const put = (name: string) => {
    const at = box.current?.selectionEnd ?? composed.text.length;
    const { text } = composed;
    set({ ...composed, text: `${text.slice(0, at)}{{ ${name} }}${text.slice(at)}` });
    box.current?.focus();
  };
  const pictures = counted(count, 'picture');
  return (
    <Dialog
      title={`${fieldLabel(composed.field)} composed for ${pictures}`}
      size="lg"
      onClose={onClose}
      beside="It becomes a draft of each picture, and can be undone."
      acts={
        <Button
          type="button"
          fontWeight="600"
          disabled={composed.text.trim() === '' || !isFresh}
          onClick={() => {
            write(scope, { kind: 'compose', ...composed });
            done();
            onClose();
          }}
        >
          Write into {pictures}
        </Button>
      }
    >
      <Flex gap="4" wrap="wrap" alignItems="baseline" fontSize="body">
        <chakra.label>
          {labels.field}{' '}
          <Select
            value={composed.field}
            onChange={(event) => set({ ...composed, field: event.target.value as FieldId })}
          >
            {composable.map((id) => (
              <option key={id} value={id}>
                {fieldLabel(id)}
              </option>
            ))}
          </Select>
        </chakra.label>
        <PlaceholderChoice assignment={assignment} onTake={put} />
      </Flex>
      <TextInput
        ref={box}
        aria-label={labels.textWithPlaceholders}
        value={composed.text}
        onChange={(event) => set({ ...composed, text: event.target.value })}
        data-autofocus
        marginTop="2"
      />
      <Notice kind="error">{error?.message}</Notice>
      <Notice kind="warning">
        {replaced > 0 && `Replaces the ${fieldLabel(composed.field)} of ${counted(replaced, 'picture')}.`}
      </Notice>
      <Box as="ul" listStyleType="none" aria-label={labels.examples} paddingTop="3" minHeight="8em">
        {examples.map((example) => (
          <Example key={example.name} field={composed.field} example={example} />
        ))}
      </Box>
    </Dialog>
  );
}

function Example({
  field: id,
  example: { name, former, value, missing },
}: {
  field: FieldId;
  example: ComposedExample;
}) {
  const isReplaced = former !== null && value !== null && !sameValue(former, value);
  return (
    <Flex as="li" gap="4" borderTopWidth="1px" paddingY="1" fontSize="body">
      <Box width="10em" color="soft" truncate>
        {name}
      </Box>
      <Box flex="1" fontFamily="heading">
        {value === null ? (
          <chakra.span color="weldText">
            stays {former === null ? 'empty' : 'as it is'}
            {missing.length > 0 && `: no value for ${missing.map((one) => `“${one}”`).join(', ')}`}
          </chakra.span>
        ) : (
          <>
            {isReplaced && <chakra.s color="soft">{valueWords(id, former)}</chakra.s>}
            {isReplaced && ' → '}
            {valueWords(id, value)}
          </>
        )}
      </Box>
    </Flex>
  );
}

function useExamples(assignmentId: string, scope: Scope, composed: typeof usual) {
  const asked = useDeferredValue(composed);
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: queryKeys.composed(assignmentId, scope, asked.field, asked.text),
    queryFn: () => apiRequest<Composed>(`assignments/${assignmentId}/composed`, 'POST', { scope, ...asked }),
    enabled: asked.text.trim() !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });
  return {
    examples: data?.examples ?? [],
    replaced: data?.replaced ?? 0,
    error,
    isFresh: data !== undefined && !isPlaceholderData && !error,
  };
}

function PlaceholderChoice({
  assignment: { facts, people },
  onTake,
}: {
  assignment: Props['assignment'];
  onTake: (name: string) => void;
}) {
  const numbered = people.filter((one) => one.number !== '').map((one) => `person ${one.number}`);
  return (
    <Select
      aria-label={labels.placeholder}
      value=""
      onChange={(event) => event.target.value && onTake(event.target.value)}
    >
      <option value="">put in a placeholder …</option>
      {[...new Set([...facts.map((one) => one.name), ...placeholderNames, ...numbered])].map((name) => (
        <option key={name} value={name}>
          {name}
        </option>
      ))}
    </Select>
  );
}
