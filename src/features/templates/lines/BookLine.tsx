'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { memo, type ReactNode, useId, useRef, useState } from 'react';
import { type FieldId, field, fieldLabel } from '@/core/catalogue/fields';
import type { Structure } from '@/core/catalogue/value';
import { type Entry, type Rule, ruleWords, usualRule } from '@/core/templates/template';
import { LinkButton } from '@/ui/buttons';
import { ChoiceEditor } from '../../fields/ChoiceEditor';
import { ChoicesEditor } from '../../fields/ChoicesEditor';
import { FieldHelp } from '../../fields/FieldHelp';
import { StructuresEditor } from '../../fields/StructuresEditor';
import { FromVocabulary } from '../../keywords/FromVocabulary';
import type { BookEntry } from '../book/bookState';
import { FieldBuilder } from '../builders/FieldBuilder';
import type { SampleLine } from '../sample/sample';
import type { OfferedPlaceholder } from '../tokens/PlaceholderMenu';
import { type TextHandle, TokenText } from '../tokens/TokenText';
import { labels } from '../words';
import { LineTools } from './LineTools';
import { SampleCell } from './SampleCell';

interface Props {
  readonly id: FieldId;
  readonly entry: BookEntry | undefined;
  readonly sample: SampleLine | undefined;
  /** What the sample's picture holds now: examples of the rules start from it. */
  readonly present: string;
  readonly missingIn: number;
  readonly alone: boolean;
  readonly offered: readonly OfferedPlaceholder[];
  readonly isKnown: (name: string) => boolean;
  readonly onType: (id: FieldId, typed: string) => void;
  readonly onStructures: (id: FieldId, structures: readonly Structure[]) => void;
  readonly onRule: (id: FieldId, rule: Rule) => void;
  readonly put: (made: readonly Entry[]) => void;
  /** Asks about public domain, in place of what opens beneath the line. */
  readonly asking?: ReactNode;
}

/** One line of the book: the entry at the left, its result for the sample beside it. */
export const BookLine = memo(function BookLine(props: Props) {
  const { id, entry, sample, missingIn, alone, asking, onType, put } = props;
  const [active, setActive] = useState(false);
  const leaving = useRef<ReturnType<typeof setTimeout>>(undefined);
  const box = useId();
  const name = fieldLabel(id);
  const rule = entry?.rule;
  return (
    <Box
      role="group"
      aria-label={name}
      data-field={id}
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}
      className="group"
      onFocus={() => {
        clearTimeout(leaving.current);
        setActive(true);
      }}
      // What opens over the page belongs to the line, wherever it is: its focus event comes right after.
      onBlur={() => {
        leaving.current = setTimeout(() => setActive(false));
      }}
    >
      <Box paddingX={{ base: 5, lg: 8 }} paddingY="0.5" minWidth="0" _focusWithin={{ bg: 'leaf' }}>
        <Flex gap={{ base: 0, md: 4 }} direction={{ base: 'column', md: 'row' }} alignItems="flex-start">
          <chakra.label
            htmlFor={box}
            width={{ md: '9.375rem' }}
            paddingTop="3px"
            flexShrink={0}
            fontSize="body"
            color="soft"
            fontStyle={entry ? 'normal' : 'italic'}
          >
            {name}
          </chakra.label>
          <Box flex="1" minWidth="0" width="100%">
            {rule && rule !== 'erase' && (rule !== usualRule(id) || id === 'description') && (
              <chakra.span color="weldText" textStyle="label" paddingRight="2">
                {id === 'description' && rule === 'after' ? 'sign-off, put after' : ruleWords[rule]}
              </chakra.span>
            )}
            <Editor {...props} box={box} active={active} />
            {asking ?? <FieldBuilder id={id} entry={entry} onType={onType} put={put} />}
          </Box>
        </Flex>
      </Box>
      {alone && <SampleCell id={id} sample={sample} missingIn={missingIn} />}
    </Box>
  );
});

function Editor(props: Props & { box: string; active: boolean }) {
  const { id, entry, box, active, offered, isKnown, onType, onRule, onStructures } = props;
  const text = useRef<TextHandle>(null);
  const [wraps, setWraps] = useState(false);
  const help = `${box}-help`;
  const row = field(id);
  const rule = (chosen: Rule) => onRule(id, chosen);
  const tools = active && (
    <Box fontSize="small" paddingBottom="1">
      <LineTools
        id={id}
        entry={entry}
        present={props.present}
        offered={offered}
        onRule={rule}
        insert={isFreeText(id) && entry?.rule !== 'erase' ? (made) => text.current?.insert(made) : undefined}
        wrap={wraps ? () => text.current?.wrap() : undefined}
      />
      {id === 'keywords' && entry?.rule !== 'erase' && (
        <FromVocabulary
          label={fieldLabel(id)}
          text={entry?.typed ?? ''}
          onText={(typed) => onType(id, typed)}
        />
      )}
      <FieldHelp id={id} elementId={help} />
    </Box>
  );
  return (
    <>
      {entry?.rule === 'erase' && id !== 'rightsStatus' ? (
        <Flex gap="3" fontSize="lead" minHeight="1.875rem" alignItems="baseline">
          <chakra.s id={box}>{labels.willBeErased}</chakra.s>
          <LinkButton type="button" fontSize="small" onClick={() => onType(id, '')}>
            leave it alone
          </LinkButton>
          {!active && (
            <LinkButton type="button" fontSize="small" onClick={(event) => event.currentTarget.focus()}>
              other rule
            </LinkButton>
          )}
        </Flex>
      ) : row.type === 'structures' ? (
        <StructuresEditor
          id={box}
          label={fieldLabel(id)}
          structure={row.structure!}
          items={entry?.structures ?? []}
          onChange={(items) => onStructures(id, items)}
        />
      ) : row.choices && row.type === 'list' ? (
        <ChoicesEditor
          label={fieldLabel(id)}
          choices={row.choices}
          typed={entry?.typed ?? ''}
          onChange={(typed) => onType(id, typed)}
        />
      ) : row.choices ? (
        <ChoiceEditor
          id={box}
          field={id}
          value={entry?.typed ?? ''}
          onChange={(typed) => onType(id, typed)}
          erases={entry?.rule === 'erase'}
          onErase={id === 'rightsStatus' ? () => onRule(id, 'erase') : undefined}
        />
      ) : (
        <TokenText
          id={box}
          label={fieldLabel(id)}
          value={entry?.typed ?? ''}
          onChange={(typed) => onType(id, typed)}
          multiline={row.type === 'multiline'}
          placeholder={`e.g. ${row.example}`}
          offered={offered}
          isKnown={isKnown}
          describedBy={help}
          handle={text}
          onWrapping={setWraps}
        />
      )}
      {tools}
    </>
  );
}

/** Typed as words; anything else is chosen, or has an editor of its own. */
function isFreeText(id: FieldId): boolean {
  const { choices, type } = field(id);
  return !choices && type !== 'structures';
}
