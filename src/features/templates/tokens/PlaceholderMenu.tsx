'use client';

import { Box, chakra } from '@chakra-ui/react';
import { LexicalTypeaheadMenuPlugin, MenuOption } from '@lexical/react/LexicalTypeaheadMenuPlugin';
import { $isTextNode, type TextNode } from 'lexical';
import { useCallback, useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import { typedPlaceholder } from '../../../core/templates/textPieces';
import { $createTokenNode } from './TokenNode';

/** A placeholder on offer, with what it gives for the sample. */
export interface OfferedPlaceholder {
  /** In its plain form, "{{ year taken }}". */
  readonly text: string;
  readonly name: string;
  readonly example: string;
}

const SHOWN = 9;

class Offer extends MenuOption {
  readonly offered: OfferedPlaceholder;
  constructor(offered: OfferedPlaceholder) {
    super(offered.text);
    this.offered = offered;
  }
}

/** Opens behind "{{" and narrows while one types; Enter or Tab takes the marked one. */
export function PlaceholderMenu({ offered }: { offered: readonly OfferedPlaceholder[] }) {
  const [query, setQuery] = useState<string | null>(null);
  const options = useMemo(
    () => (query === null ? [] : matching(offered, query).map((one) => new Offer(one))),
    [offered, query],
  );
  const choose = useCallback((option: Offer, typed: TextNode | null, close: () => void) => {
    if (typed) $putOver(typed, option.offered.text);
    close();
  }, []);
  return (
    <LexicalTypeaheadMenuPlugin<Offer>
      options={options}
      onQueryChange={setQuery}
      onSelectOption={choose}
      triggerFn={(text) => {
        const typed = typedPlaceholder(text);
        return typed
          ? {
              leadOffset: typed.from,
              matchingString: typed.query,
              replaceableString: text.slice(typed.from),
            }
          : null;
      }}
      menuRenderFn={(anchor, { selectedIndex, selectOptionAndCleanUp, setHighlightedIndex }) =>
        anchor.current && options.length > 0
          ? createPortal(
              <Box
                role="listbox"
                aria-label="Placeholders"
                bg="leaf"
                borderWidth="1px"
                borderColor="rule"
                minWidth="19rem"
                position="relative"
                zIndex="20"
                marginTop="1.5rem"
              >
                {options.map((option, index) => (
                  <OfferRow
                    key={option.key}
                    option={option}
                    marked={index === selectedIndex}
                    onMark={() => setHighlightedIndex(index)}
                    onTake={() => selectOptionAndCleanUp(option)}
                  />
                ))}
              </Box>,
              anchor.current,
            )
          : null
      }
    />
  );
}

function OfferRow({
  option,
  marked,
  onMark,
  onTake,
}: {
  option: Offer;
  marked: boolean;
  onMark: () => void;
  onTake: () => void;
}) {
  return (
    <chakra.div
      role="option"
      aria-selected={marked}
      tabIndex={-1}
      ref={(element: HTMLDivElement | null) => option.setRefElement(element)}
      bg={marked ? 'wash' : 'transparent'}
      paddingX="3"
      paddingY="1"
      fontSize="body"
      display="flex"
      justifyContent="space-between"
      gap="5"
      cursor="pointer"
      onMouseEnter={onMark}
      onMouseDown={(event) => {
        event.preventDefault();
        onTake();
      }}
    >
      <span>{option.offered.name}</span>
      <chakra.span color="soft" truncate maxWidth="14em">
        {option.offered.example}
      </chakra.span>
    </chakra.div>
  );
}

/**
 * Puts a token over the whole of what was typed. Fast typing may leave its beginning in the node before:
 * the menu parts the text by what it knew a moment ago.
 */
function $putOver(typed: TextNode, text: string): void {
  const before = typed.getPreviousSibling();
  const start = $isTextNode(before) ? before.getTextContent() : '';
  const from = typedPlaceholder(start + typed.getTextContent())?.from ?? start.length;
  const node = $createTokenNode(text);
  typed.replace(node);
  if ($isTextNode(before) && from < start.length) {
    if (from === 0) before.remove();
    else before.setTextContent(start.slice(0, from));
  }
  node.selectNext(0, 0);
}

/** Names that begin so first, then names that hold it. */
function matching(offered: readonly OfferedPlaceholder[], query: string): OfferedPlaceholder[] {
  const begins = offered.filter((one) => one.name.toLowerCase().startsWith(query));
  const holds = offered.filter(
    (one) => !begins.includes(one) && one.name.toLowerCase().includes(query) && query !== '',
  );
  return [...begins, ...holds].slice(0, SHOWN);
}
