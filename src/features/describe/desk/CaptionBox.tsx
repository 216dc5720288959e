'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type KeyboardEvent, useEffect, useId, useState } from 'react';
import { utf8Length } from '@/core/bytes/text';
import { mentionAt } from '@/core/captions/findPeople';
import type { ListedPerson } from '@/core/captions/people';
import { field } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { useOwnText } from '@/ui/useOwnText';
import { ByteGauge } from '../../fields/ByteGauge';
import { labels } from '../words';
import { PersonMenu } from './PersonMenu';
import type { CaptionState } from './useCaption';
import { usePersonMenu } from './usePersonMenu';
import { Variants } from './Variants';

const MAX = field('description').iim!.maxBytes;

/** The caption of the selection, in front of the sign-off. Saved by itself while one writes. An @ names people. */
export function CaptionBox({
  caption,
  count,
  desk,
  people,
  onSpread,
  isLarge = false,
  autoFocus = false,
}: {
  caption: CaptionState;
  count: number;
  desk: Desk | undefined;
  people: readonly ListedPerson[];
  onSpread: (text: string) => void;
  /** In One by one the caption is the page. */
  isLarge?: boolean;
  autoFocus?: boolean;
}) {
  const id = useId();
  const { held, text, type, save, box } = caption;
  const { defaultValue, onTyped } = useOwnText(box, text);
  const [cursor, setCursor] = useState(0);
  const mention = mentionAt(text, cursor);
  const menu = usePersonMenu(people, mention?.typed, (person) =>
    caption.putName(person.name, mention!.from, cursor),
  );
  const { signOff, signOffs = 0 } = desk ?? {};
  const whole = signOff ? `${text}\n${signOff}` : text;
  const differs = held.variants.length > 1 || (held.variants.length === 1 && held.empty > 0);
  const isKnown = desk !== undefined;
  useEffect(() => {
    // One goes on behind what is there.
    const element = box.current;
    const isAtBeginning = element?.selectionStart === 0 && element.selectionEnd === 0;
    if (isKnown && autoFocus && isAtBeginning && element === document.activeElement)
      element?.setSelectionRange(element.value.length, element.value.length);
  }, [isKnown, autoFocus, box]);
  const onKeyDown = (event: KeyboardEvent) => menu.onKey(event);
  return (
    <Box minWidth="0">
      <Flex justifyContent="space-between" textStyle="hint" marginBottom="1">
        <chakra.label htmlFor={id} color="ink" fontWeight="600">
          {labels.caption}
        </chakra.label>
        <span>{lengthWords(text, whole)}</span>
      </Flex>
      <Box
        position="relative"
        bg="sheet"
        borderWidth="1px"
        borderColor="rule"
        _focusWithin={{ borderColor: 'woad', boxShadow: '0 0 0 1px var(--fabrica-colors-woad)' }}
      >
        <chakra.textarea
          id={id}
          ref={box}
          defaultValue={defaultValue}
          autoFocus={autoFocus}
          aria-autocomplete="list"
          {...(menu.found.length > 0
            ? { 'aria-controls': `${id}-people`, 'aria-activedescendant': `${id}-people-${menu.marked}` }
            : {})}
          onChange={(event) => {
            onTyped(event.target.value);
            type(event.target.value);
            setCursor(event.target.selectionEnd);
          }}
          onKeyUp={(event) => setCursor(event.currentTarget.selectionEnd)}
          onClick={(event) => setCursor(event.currentTarget.selectionEnd)}
          onKeyDown={onKeyDown}
          onBlur={save}
          placeholder={
            differs
              ? `Different captions: writing here replaces all ${formatNumber(count)}`
              : desk
                ? 'Who or what, what is happening, some context'
                : ''
          }
          width="100%"
          height={isLarge ? '8.5rem' : '3.875rem'}
          bg="transparent"
          resize="none"
          padding="2"
          fontFamily="heading"
          fontSize={isLarge ? 'title' : 'lead'}
          lineHeight="1.4"
          _focusVisible={{ outline: 'none' }}
        />
        {menu.found.length > 0 && (
          <PersonMenu
            at={box}
            id={`${id}-people`}
            people={menu.found}
            marked={menu.marked}
            onTake={menu.take}
          />
        )}
        {signOff !== undefined || signOffs > 1 ? (
          <Box
            borderTopWidth="1px"
            borderStyle="dotted"
            borderColor="rule"
            marginX="2"
            paddingY="1"
            fontSize="small"
            color="soft"
            truncate
          >
            {signOffs > 1 ? 'each keeps its own sign-off' : `${signOff} — sign-off, stays`}
          </Box>
        ) : null}
      </Box>
      <ByteGauge id="description" text={whole} />
      {differs && (
        <Variants across={held} field="description" onSpread={(value) => onSpread(asText(value))} />
      )}
      <GoneNames caption={caption} />
    </Box>
  );
}

function lengthWords(text: string, whole: string): string {
  const words = text.split(/\s+/).filter(Boolean).length;
  return `${counted(words, 'word')} · ${formatNumber(utf8Length(whole))} of ${formatNumber(MAX)} bytes`;
}

/** Names that left the caption: whether they leave Person Shown too is asked. */
function GoneNames({ caption: { gone, takeName, dismissGone } }: { caption: CaptionState }) {
  return gone.map((name) => (
    <Flex key={name} role="status" textStyle="hint" gap="3" wrap="wrap">
      <span>“{name}” is no longer in the caption.</span>
      <LinkButton
        type="button"
        onClick={() => {
          takeName(name, true);
          dismissGone(name);
        }}
      >
        {labels.removeFromPersonShown}
      </LinkButton>
      <LinkButton type="button" onClick={() => dismissGone(name)}>
        Leave it there
      </LinkButton>
    </Flex>
  ));
}
