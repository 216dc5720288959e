'use client';

import { Box, chakra, Popover, Portal } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { type Rule, rulesFor, ruleWords, usualRule } from '@/core/templates/template';
import { WordAct } from '@/ui/acts';
import type { BookEntry } from '../bookState';
import { ruleExample } from '../ruleExample';

/** The rule of a line; each is explained by what it would make of the sample's present value. */
export function RuleChoice({
  id,
  entry,
  present,
  onRule,
}: {
  id: FieldId;
  entry: BookEntry | undefined;
  present: string;
  onRule: (rule: Rule) => void;
}) {
  const [open, setOpen] = useState(false);
  const rule = entry?.rule ?? usualRule(id);
  return (
    <Popover.Root
      open={open}
      onOpenChange={(event) => setOpen(event.open)}
      lazyMount
      unmountOnExit
      positioning={{ placement: 'bottom-start' }}
    >
      <Popover.Trigger asChild>
        <WordAct type="button" aria-label={`Rule for ${fieldLabel(id)}: ${ruleWords[rule]}`}>
          {ruleWords[rule]}
        </WordAct>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            bg="leaf"
            borderWidth="1px"
            borderColor="rule"
            boxShadow="none"
            borderRadius="sm"
            width="30rem"
            maxWidth="92vw"
          >
            <Popover.Body padding="3" fontSize="0.8125rem" role="radiogroup" aria-label="Rule">
              {rulesFor(id).map((one) => (
                <RuleRow
                  key={one}
                  rule={one}
                  chosen={one === rule}
                  example={ruleExample(id, one, entry, present)}
                  onChoose={() => {
                    onRule(one);
                    setOpen(false);
                  }}
                />
              ))}
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

function RuleRow({
  rule,
  chosen,
  example: { before, after },
  onChoose,
}: {
  rule: Rule;
  chosen: boolean;
  example: { before: string; after: string };
  onChoose: () => void;
}) {
  return (
    <chakra.button
      type="button"
      role="radio"
      aria-checked={chosen}
      onClick={onChoose}
      display="grid"
      gridTemplateColumns="7.5em 1fr"
      width="100%"
      textAlign="left"
      paddingY="1.5"
      paddingX="2"
      bg={chosen ? 'wash' : 'transparent'}
      cursor="pointer"
      borderTopWidth="1px"
      _first={{ borderTopWidth: 0 }}
    >
      <chakra.span fontWeight={chosen ? '600' : '400'}>{ruleWords[rule]}</chakra.span>
      <Box color="soft" lineClamp={3} whiteSpace="pre-line">
        {before === '' ? 'empty' : `“${before}”`} →{' '}
        <chakra.span color="ink">{after === '' ? 'empty' : after}</chakra.span>
      </Box>
    </chakra.button>
  );
}
