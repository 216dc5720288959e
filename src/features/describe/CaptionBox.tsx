'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId } from 'react';
import { utf8Length } from '@/core/bytes/text';
import { field } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import type { Across } from '@/core/drafts/across';
import type { Scope } from '@/core/drafts/scope';
import { formatNumber } from '@/core/wording/counts';
import type { Desk } from '@/server/operations/photos/acrossPhotos';
import { LinkButton } from '@/ui/buttons';
import { useMetCaption } from './useMetCaption';
import { useSavedText } from './useSavedText';
import type { Write } from './useWriting';

const MAX = field('description').iim!.maxBytes;
const nothing: Across = { empty: 0, variants: [] };

/** The caption of the selection, in front of the sign-off. Saved by itself while one writes. */
export function CaptionBox({
  scope,
  count,
  desk,
  write,
}: {
  scope: Scope;
  count: number;
  desk: Desk | undefined;
  write: Write;
}) {
  const id = useId();
  const held = desk?.caption ?? nothing;
  const keep = useMetCaption(desk?.caption, (words, met) =>
    write(scope, { kind: 'caption', text: words, ...(met ? { met } : {}) }),
  );
  const { text, type, save } = useSavedText(asText(held.same), keep);
  const { signOff, signOffs = 0 } = desk ?? {};
  const bytes = utf8Length(signOff ? `${text}\n${signOff}` : text);
  const differs = held.variants.length > 1 || (held.variants.length === 1 && held.empty > 0);
  return (
    <Box minWidth="0">
      <Flex justifyContent="space-between" textStyle="hint" marginBottom="1">
        <chakra.label htmlFor={id} color="ink" fontWeight="600">
          Caption
        </chakra.label>
        <span>
          {bytes > MAX * 0.8 ? (
            <chakra.span color={bytes > MAX ? 'weldText' : 'soft'}>
              {bytes} of {MAX} bytes{bytes > MAX ? ', IIM will cut it' : ''}
            </chakra.span>
          ) : (
            `${formatNumber(bytes)} of ${formatNumber(MAX)} bytes`
          )}
        </span>
      </Flex>
      <Box
        bg="sheet"
        borderWidth="1px"
        borderColor="rule"
        _focusWithin={{ borderColor: 'woad', boxShadow: '0 0 0 1px var(--fabrica-colors-woad)' }}
      >
        <chakra.textarea
          id={id}
          value={text}
          onChange={(event) => type(event.target.value)}
          onBlur={save}
          placeholder={
            differs
              ? `Different captions: writing here replaces all ${count}`
              : desk
                ? 'Who or what, what is happening, some context'
                : ''
          }
          width="100%"
          height="3.875rem"
          bg="transparent"
          resize="none"
          padding="2"
          fontFamily="heading"
          fontSize="lead"
          lineHeight="1.4"
          _focusVisible={{ outline: 'none' }}
        />
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
      {differs && (
        <Variants
          variants={held.variants}
          empty={held.empty}
          onSpread={(value) => write(scope, { kind: 'caption', text: asText(value) })}
        />
      )}
    </Box>
  );
}

function Variants({
  variants,
  empty,
  onSpread,
}: {
  variants: Across['variants'];
  empty: number;
  onSpread: (value: string) => void;
}) {
  return (
    <Flex gap="3" textStyle="hint" marginTop="1" overflow="hidden" whiteSpace="nowrap">
      {variants.slice(0, 3).map(({ value, count }) => (
        <LinkButton
          key={asText(value)}
          type="button"
          onClick={() => onSpread(asText(value))}
          title={`Give all this caption: ${asText(value)}`}
          maxWidth="16em"
          truncate
        >
          {count} × {asText(value)}
        </LinkButton>
      ))}
      {variants.length > 3 && <span>and {variants.length - 3} more</span>}
      {empty > 0 && <span>{empty} empty</span>}
    </Flex>
  );
}
