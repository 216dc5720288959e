'use client';

import { Flex } from '@chakra-ui/react';
import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import type { Across } from '@/core/drafts/across';
import { formatNumber } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { valueWords } from '@/ui/valueWords';

const SHOWN = 3;

/** Values that differ, with how many pictures have each; one press gives it to all. */
export function Variants({
  across: { variants, empty },
  field,
  onSpread,
}: {
  across: Across;
  field: FieldId;
  onSpread: (value: FieldValue) => void;
}) {
  return (
    <Flex gap="3" textStyle="hint" marginTop="1" overflow="hidden" whiteSpace="nowrap">
      {variants.slice(0, SHOWN).map(({ value, count }) => (
        <LinkButton
          key={JSON.stringify(value)}
          type="button"
          onClick={() => onSpread(value)}
          title={`Give it to all: ${valueWords(field, value)}`}
          maxWidth="16em"
          truncate
        >
          {formatNumber(count)} × {valueWords(field, value)}
        </LinkButton>
      ))}
      {variants.length > SHOWN && <span>and {variants.length - SHOWN} more</span>}
      {empty > 0 && <span>{empty} empty</span>}
    </Flex>
  );
}
