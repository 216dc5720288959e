'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId, useRef } from 'react';
import { Select } from '@/ui/inputs';
import type { OfferedPlaceholder } from '../templates/tokens/PlaceholderMenu';
import { type TextHandle, TokenText } from '../templates/tokens/TokenText';

/** A way of naming, ready to be taken, with what it gives for the first picture. */
export interface ReadyPattern {
  readonly text: string;
  readonly example: string;
}

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly empty: string;
  readonly ready: readonly ReadyPattern[];
  readonly offered: readonly OfferedPlaceholder[];
  /** The parts that are offered as buttons; the others are found by typing "{{". */
  readonly parts: readonly OfferedPlaceholder[];
  readonly isKnown: (name: string) => boolean;
  /** What it makes of the first picture. */
  readonly example?: string | undefined;
}

/** Names or folders put together from parts: a ready pattern, parts added by a press, or typed. */
export function PatternField(props: Props) {
  const { label, value, onChange, empty, ready, offered, parts, isKnown, example } = props;
  const id = useId();
  const text = useRef<TextHandle>(null);
  return (
    <Box
      position="relative"
      css={{ '& .parts': { display: 'none' }, '&:focus-within .parts': { display: 'flex' } }}
    >
      <Flex gap="3" alignItems="flex-start">
        <Box flex="1" minWidth="0">
          <TokenText
            id={id}
            label={label}
            value={value}
            onChange={onChange}
            multiline={false}
            placeholder={empty}
            offered={offered}
            isKnown={isKnown}
            handle={text}
          />
        </Box>
        <Select
          aria-label={`Ready patterns: ${label}`}
          value={ready.some((one) => one.text === value) || value === '' ? value : 'own'}
          onChange={(event) => onChange(event.target.value)}
          fontSize="small"
          height="1.625rem"
          width="11em"
        >
          <option value="">{empty}</option>
          {ready.map((one) => (
            <option key={one.text} value={one.text}>
              {one.example}
            </option>
          ))}
          {!ready.some((one) => one.text === value) && value !== '' && (
            <option value="own" disabled>
              put together here
            </option>
          )}
        </Select>
      </Flex>
      {/* Over what follows: nothing moves away from under a press when the field is left. */}
      <Flex
        className="parts"
        role="group"
        aria-label={`Parts for ${label}`}
        gap="2"
        wrap="wrap"
        position="absolute"
        top="100%"
        left="0"
        right="0"
        zIndex="5"
        padding="2"
        bg="leaf"
        borderWidth="1px"
        borderColor="rule"
      >
        {parts.map((one) => (
          <PartButton key={one.text} part={one} onAdd={() => text.current?.insert(one.text)} />
        ))}
        {example && (
          <Box width="100%" color="soft" overflowWrap="anywhere">
            {example}
          </Box>
        )}
      </Flex>
    </Box>
  );
}

/** The press keeps the text in focus, so that the part goes where one writes. */
function PartButton({ part: { name, example }, onAdd }: { part: OfferedPlaceholder; onAdd: () => void }) {
  return (
    <chakra.button
      type="button"
      borderWidth="1px"
      borderColor="rule"
      bg="leaf"
      paddingX="2"
      minHeight="1.5rem"
      fontSize="small"
      cursor="pointer"
      title={`e.g. ${example}`}
      _hover={{ bg: 'wash' }}
      onMouseDown={(event) => event.preventDefault()}
      onClick={onAdd}
    >
      {name} <chakra.span color="soft">{example}</chakra.span>
    </chakra.button>
  );
}
