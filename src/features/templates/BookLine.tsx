'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId, useRef } from 'react';
import { type FieldId, field } from '@/core/catalogue/fields';
import { placeholderNames } from '@/core/templates/placeholders';
import { type Rule, rulesFor, ruleWords, usualRule } from '@/core/templates/template';
import { Choice, WordAct } from '@/ui/acts';
import { valueWords } from '@/ui/valueWords';
import type { BookEntry } from './bookState';
import type { SampleLine } from './sample';

interface Props {
  readonly id: FieldId;
  readonly entry: BookEntry | undefined;
  readonly sample: SampleLine | undefined;
  readonly facts: readonly string[];
  readonly onType: (typed: string) => void;
  readonly onRule: (rule: Rule) => void;
}

/** One line of the book: the entry at the left, its result for the sample beside it. */
export function BookLine({ id, entry, sample, facts, onType, onRule }: Props) {
  const box = useId();
  const input = useRef<HTMLTextAreaElement>(null);
  const row = field(id);
  const erases = entry?.rule === 'erase';
  const insert = (text: string) => {
    const { selectionStart = 0, selectionEnd = 0 } = input.current ?? {};
    const typed = entry?.typed ?? '';
    onType(`${typed.slice(0, selectionStart ?? 0)}${text}${typed.slice(selectionEnd ?? 0)}`);
    input.current?.focus();
  };
  return (
    <Box
      role="group"
      aria-label={row.standardName}
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}
      className="group"
    >
      <Box paddingX={{ base: 5, lg: 8 }} paddingY="0.5" _focusWithin={{ bg: 'leaf' }}>
        <Flex gap="4" alignItems="flex-start">
          <chakra.label
            htmlFor={box}
            width="9.375rem"
            paddingTop="3px"
            flexShrink={0}
            fontSize="0.875rem"
            color="soft"
            fontStyle={entry ? 'normal' : 'italic'}
            title={row.help}
          >
            {row.standardName}
          </chakra.label>
          {entry && !erases && (entry.rule !== usualRule(id) || id === 'description') && (
            <chakra.span color="weldText" fontSize="0.8125rem" whiteSpace="nowrap" paddingTop="0.25rem">
              {id === 'description' && entry.rule === 'after' ? 'sign-off' : ruleWords[entry.rule]}
            </chakra.span>
          )}
          <Box flex="1" minWidth="0">
            {erases ? (
              <Flex gap="3" fontSize="0.9375rem" minHeight="1.875rem" alignItems="baseline">
                <chakra.s id={box}>will be erased</chakra.s>
                <WordAct type="button" fontSize="0.8125rem" onClick={() => onType('')}>
                  leave it alone
                </WordAct>
              </Flex>
            ) : row.choices ? (
              <Choice
                id={box}
                value={entry?.typed ?? ''}
                onChange={(event) => onType(event.target.value)}
                color={entry ? 'ink' : 'soft'}
                borderColor="transparent"
              >
                <option value="">also possible</option>
                {Object.entries(row.choices).map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </Choice>
            ) : (
              <chakra.textarea
                id={box}
                ref={input}
                rows={1}
                value={entry?.typed ?? ''}
                onChange={(event) => onType(event.target.value)}
                placeholder="also possible"
                css={{ fieldSizing: 'content' }}
                width="100%"
                minHeight="1.75rem"
                maxHeight="9em"
                resize="none"
                bg="transparent"
                fontSize="0.9375rem"
                lineHeight="1.4"
                paddingY="0.5"
                display="block"
                borderBottomWidth="1px"
                borderColor="transparent"
                _placeholder={{ color: 'soft', opacity: 0.75, fontStyle: 'italic' }}
                _hover={{ borderColor: 'hairline' }}
                _focusVisible={{ outline: 'none', borderColor: 'woad' }}
              />
            )}
          </Box>
        </Flex>
        <Box
          display="none"
          _groupFocusWithin={{ display: 'block' }}
          fontSize="0.8125rem"
          color="soft"
          paddingLeft={{ base: 0, md: '10.375rem' }}
          paddingBottom="1"
        >
          <Tools id={id} entry={entry} facts={facts} onRule={onRule} insert={insert} />
          <Box>
            {row.help} For example: {row.choices ? (row.choices[row.example] ?? row.example) : row.example}.
            Read by: {row.readers.toLowerCase()}.
          </Box>
        </Box>
      </Box>
      <Flex
        bg="leaf"
        display={{ base: sample ? 'flex' : 'none', lg: 'flex' }}
        borderLeftWidth={{ base: 0, lg: '1px' }}
        borderColor="rule"
        paddingX={{ base: 5, lg: 8 }}
        paddingY="0.5"
        gap="4"
        alignItems="baseline"
        justifyContent="space-between"
        minWidth="0"
      >
        <Box
          fontFamily="heading"
          fontSize="0.9375rem"
          minWidth="0"
          whiteSpace="pre-line"
          overflowWrap="anywhere"
          textDecoration={sample && sample.value === null ? 'line-through' : 'none'}
        >
          {sample ? valueWords(id, sample.value) : ''}
        </Box>
        {sample && (
          <Box
            fontSize="0.8125rem"
            color={sample.attention ? 'weldText' : 'soft'}
            textAlign="right"
            maxWidth="45%"
            flexShrink={0}
          >
            {sample.note}
          </Box>
        )}
      </Flex>
    </Box>
  );
}

function Tools({
  id,
  entry,
  facts,
  onRule,
  insert,
}: {
  id: FieldId;
  entry: BookEntry | undefined;
  facts: readonly string[];
  onRule: (rule: Rule) => void;
  insert: (text: string) => void;
}) {
  const placeholders = !field(id).choices && entry?.rule !== 'erase';
  return (
    <Flex gap="4" wrap="wrap" alignItems="center">
      <Choice
        aria-label={`Rule for ${field(id).standardName}`}
        value={entry?.rule ?? usualRule(id)}
        onChange={(event) => onRule(event.target.value as Rule)}
        fontSize="0.8125rem"
        height="1.625rem"
      >
        {rulesFor(id).map((rule) => (
          <option key={rule} value={rule}>
            {ruleWords[rule]}
          </option>
        ))}
      </Choice>
      {placeholders && (
        <Choice
          aria-label={`Placeholder for ${field(id).standardName}`}
          value=""
          onChange={(event) => event.target.value && insert(`{{ ${event.target.value} }}`)}
          fontSize="0.8125rem"
          height="1.625rem"
        >
          <option value="">put in a placeholder …</option>
          {[...placeholderNames, ...facts].map((name) => (
            <option key={name} value={name}>
              {name}
            </option>
          ))}
        </Choice>
      )}
      {id === 'copyrightNotice' && (
        <WordAct type="button" onClick={() => insert('© ')}>
          put in ©
        </WordAct>
      )}
    </Flex>
  );
}
