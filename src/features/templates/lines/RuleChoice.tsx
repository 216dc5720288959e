'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type KeyboardEvent, useId, useLayoutEffect, useRef, useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { type Rule, rulesFor, ruleWords, usualRule } from '@/core/templates/template';
import { LinkButton } from '@/ui/buttons';
import type { BookEntry } from '../book/bookState';
import { ruleExample } from '../ruleExample';

/**
 * The rule of a line, opened beneath it; each is explained by what it would make of a picture that holds
 * other words. Arrow keys go through the rules, Escape and a click close the list.
 */
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
  const list = useId();
  const trigger = useRef<HTMLButtonElement>(null);
  const chosen = useRef<HTMLInputElement>(null);
  const rule = entry?.rule ?? usualRule(id);
  useLayoutEffect(() => {
    if (open) chosen.current?.focus();
  }, [open]);
  const close = () => {
    setOpen(false);
    trigger.current?.focus();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Escape' && event.key !== 'Enter') return;
    event.preventDefault();
    event.stopPropagation();
    close();
  };
  return (
    <>
      <LinkButton
        ref={trigger}
        type="button"
        aria-label={`Rule for ${fieldLabel(id)}: ${ruleWords[rule]}`}
        aria-expanded={open}
        aria-controls={list}
        onClick={() => setOpen(!open)}
      >
        {ruleWords[rule]}
      </LinkButton>
      {open && (
        <Box
          id={list}
          role="radiogroup"
          aria-label={`Rule for ${fieldLabel(id)}`}
          onKeyDown={onKeyDown}
          width="100%"
          order="9"
          borderWidth="1px"
          borderColor="rule"
          bg="leaf"
          maxWidth="34rem"
        >
          {rulesFor(id).map((one) => (
            <RuleRow
              key={one}
              group={list}
              rule={one}
              chosen={one === rule}
              input={one === rule ? chosen : undefined}
              example={ruleExample(id, one, entry, present)}
              onChoose={() => onRule(one)}
              onClose={close}
            />
          ))}
        </Box>
      )}
    </>
  );
}

function RuleRow({
  group,
  rule,
  chosen,
  input,
  example: { before, after },
  onChoose,
  onClose,
}: {
  group: string;
  rule: Rule;
  chosen: boolean;
  input: React.RefObject<HTMLInputElement | null> | undefined;
  example: { before: string; after: string };
  onChoose: () => void;
  onClose: () => void;
}) {
  return (
    <chakra.label
      display="grid"
      gridTemplateColumns="1.5rem 7em 1fr"
      alignItems="baseline"
      paddingY="1.5"
      paddingX="2"
      bg={chosen ? 'wash' : 'transparent'}
      cursor="pointer"
      borderTopWidth="1px"
      _first={{ borderTopWidth: 0 }}
      _focusWithin={{ outline: '2px solid', outlineColor: 'woad', outlineOffset: '-2px' }}
      // A press of the mouse chooses and is done; arrow keys, which click too, go on through the list.
      onClick={(event) => {
        if (event.detail === 0) return;
        onChoose();
        onClose();
      }}
    >
      <input ref={input} type="radio" name={group} checked={chosen} onChange={onChoose} />
      <chakra.span fontWeight={chosen ? '600' : '400'}>{ruleWords[rule]}</chakra.span>
      <Box color="soft" lineClamp={3} whiteSpace="pre-line">
        {before === '' ? 'empty' : `“${before}”`} →{' '}
        <chakra.span color="ink">{after === '' ? 'empty' : after}</chakra.span>
      </Box>
    </chakra.label>
  );
}
