'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { memo } from 'react';
import { ThreadStrip } from '@/ui/ThreadStrip';
import type { PhotoView } from './view';

interface Props {
  readonly view: PhotoView;
  readonly selected: boolean;
  readonly current: boolean;
  readonly onChoose: (id: string, how: { shift: boolean; ctrl: boolean }) => void;
  readonly onOpen: (id: string) => void;
}

/** One picture of the sheet: the picture, its name and strip, its notice, its caption. */
export const SheetPicture = memo(function SheetPicture({ view, selected, current, onChoose, onOpen }: Props) {
  const { notice } = view;
  return (
    <Box
      role="gridcell"
      aria-selected={selected}
      data-photo={view.name}
      id={`photo-${view.id}`}
      minWidth="0"
      padding="2"
      bg={selected ? 'wash' : 'transparent'}
      outline={selected ? '2px solid' : current ? '1px dashed' : 'none'}
      outlineColor="woad"
      cursor="default"
      onClick={(event) => onChoose(view.id, { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey })}
      onDoubleClick={() => onOpen(view.id)}
    >
      <Box bg="field" aspectRatio="3 / 2" display="flex" alignItems="center" justifyContent="center">
        <chakra.img
          src={view.previewUrl}
          alt={view.caption || view.name}
          loading="lazy"
          draggable={false}
          maxWidth="100%"
          maxHeight="100%"
          width="100%"
          height="100%"
          objectFit="contain"
        />
      </Box>
      <Flex alignItems="center" gap="2" fontSize="0.8125rem" minHeight="1.75rem" marginTop="1">
        <chakra.span fontWeight="600" truncate flexShrink="0" maxWidth="62%" title={view.name}>
          {view.name}
        </chakra.span>
        {view.state && (
          <chakra.span
            color={view.state.kind === 'draft' ? 'woad' : 'weldText'}
            truncate
            minWidth="0"
            title={view.state.words}
          >
            {view.state.words}
          </chakra.span>
        )}
        <Flex flex="1" flexShrink="0" justifyContent="flex-end">
          <ThreadStrip strip={view.strip} name={view.name} />
        </Flex>
      </Flex>
      <Flex gap="3" fontSize="0.8125rem">
        <Box color={notice ? 'soft' : 'weldText'} truncate flex="1" title={notice}>
          {notice || 'no notice'}
        </Box>
        {view.besides && (
          <chakra.span color="soft" whiteSpace="nowrap">
            {view.besides}
          </chakra.span>
        )}
      </Flex>
      <Box
        fontFamily="heading"
        fontSize="0.9062rem"
        lineHeight="1.35"
        minHeight="2.7em"
        lineClamp={2}
        color={view.caption ? 'ink' : 'soft'}
        marginTop="0.5"
      >
        {view.caption || 'no caption yet'}
      </Box>
    </Box>
  );
});
