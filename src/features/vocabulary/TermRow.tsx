'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { broaderOf, type TermInTree } from '@/core/keywords/vocabulary/tree';
import { formatNumber } from '@/core/wording/counts';
import type { ListedTerm } from '@/server/operations/vocabulary/listTerms';
import type { TermMap } from './useVocabulary';

const stateWords = { retired: 'retired', heading: 'heading' } as const;
const STEP_REM = 1.25;

interface Props {
  readonly row: TermInTree;
  readonly term: ListedTerm;
  readonly terms: TermMap;
  readonly isFound: boolean;
  readonly isChosen: boolean;
  readonly isFolded: boolean;
  /** Pixels. */
  readonly top: number;
  readonly height: number;
  readonly position: number;
  readonly total: number;
  readonly onChoose: (id: string) => void;
  readonly onFold: (id: string, isFolded: boolean) => void;
}

/** A term in the tree: its word, what it is, and how many pictures have it. */
export function TermRow(props: Props) {
  const { row, term, terms, isFound, isChosen, isFolded, position, total, onChoose, onFold } = props;
  const { id, spelling, synonyms, state, pictures } = term;
  const drag = useDraggable({ id });
  const drop = useDroppable({ id });
  const path = isFound ? broaderOf(terms, id).map((one) => one.spelling) : [];
  return (
    <Flex
      ref={(element: HTMLDivElement | null) => {
        drag.setNodeRef(element);
        drop.setNodeRef(element);
      }}
      id={`term-${id}`}
      role="treeitem"
      aria-selected={isChosen}
      aria-level={row.level + 1}
      aria-posinset={position}
      aria-setsize={total}
      aria-expanded={row.hasNarrower ? !isFolded : undefined}
      {...drag.listeners}
      onClick={() => onChoose(id)}
      position="absolute"
      left="0"
      right="0"
      style={{
        top: props.top,
        height: props.height,
        paddingLeft: `${0.5 + row.level * STEP_REM}rem`,
        // It goes with the pointer, above the others.
        transform: drag.transform ? `translate(0, ${drag.transform.y}px)` : undefined,
        zIndex: drag.isDragging ? 3 : undefined,
      }}
      alignItems="center"
      columnGap="2"
      paddingRight="3"
      fontSize="body"
      cursor="pointer"
      borderBottomWidth="1px"
      borderColor="hairline"
      bg={isChosen || (drop.isOver && !drag.isDragging) ? 'wash' : drag.isDragging ? 'leaf' : undefined}
    >
      <chakra.span
        aria-hidden
        width="1rem"
        color="soft"
        onClick={(event) => {
          if (!row.hasNarrower) return;
          event.stopPropagation();
          onFold(id, !isFolded);
        }}
      >
        {row.hasNarrower ? (isFolded ? '▸' : '▾') : ''}
      </chakra.span>
      <chakra.span
        truncate
        fontStyle={state === 'heading' ? 'italic' : undefined}
        textDecoration={state === 'retired' ? 'line-through' : undefined}
        fontWeight={row.level === 0 && !isFound ? '600' : '400'}
      >
        {spelling}
      </chakra.span>
      <chakra.span color="soft" fontSize="small" truncate flex="1">
        {state && stateWords[state]}
        {state && (synonyms.length > 0 || path.length > 0) && ' · '}
        {path.length > 0 ? `under ${path.join(', ')}` : synonyms.join(', ')}
      </chakra.span>
      <chakra.span color="soft" fontSize="small" fontVariantNumeric="tabular-nums">
        {pictures > 0 && formatNumber(pictures)}
      </chakra.span>
    </Flex>
  );
}
