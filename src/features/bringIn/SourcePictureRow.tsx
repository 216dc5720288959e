'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { asText } from '@/core/catalogue/value';
import { otherFiles } from '@/core/naming/otherFiles';
import type { Strip } from '@/core/threads/stroke';
import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import { failureWords } from '@/server/problems/words';
import { ThreadStrip } from '@/ui/ThreadStrip';

interface Props {
  readonly picture: SourcePicture;
  readonly previewUrl: string;
  readonly strip: Strip | undefined;
  readonly ticked: boolean;
  readonly note?: string | undefined;
  readonly onTick: (ticked: boolean) => void;
}

/** A picture on the card: what it carries already, and whether it comes. */
export function SourcePictureRow({ picture, previewUrl, strip, ticked, note, onTick }: Props) {
  const name = picture.relativePath.slice(picture.relativePath.lastIndexOf('/') + 1);
  const besides = picture.record ? otherFiles(picture.record) : undefined;
  const notice = asText(picture.record?.fields.copyrightNotice?.value);
  return (
    <Box minWidth="0" padding="2" bg={ticked ? 'transparent' : 'leaf'}>
      <chakra.label display="block" cursor="pointer">
        <Box bg="field" aspectRatio="3 / 2" opacity={ticked ? 1 : 0.45}>
          {picture.record && (
            <chakra.img
              src={previewUrl}
              alt=""
              loading="lazy"
              width="100%"
              height="100%"
              objectFit="contain"
            />
          )}
        </Box>
        <Flex alignItems="center" gap="2" minHeight="1.75rem" fontSize="small" marginTop="1">
          <chakra.input
            type="checkbox"
            checked={ticked}
            disabled={!picture.record}
            onChange={(event) => onTick(event.target.checked)}
            accentColor="var(--fabrica-colors-woad)"
            width="1rem"
            height="1rem"
          />
          <chakra.span fontWeight="600" truncate title={picture.relativePath}>
            {name}
          </chakra.span>
          <Flex flex="1" justifyContent="flex-end" onClick={(event) => event.preventDefault()}>
            {strip && <ThreadStrip strip={strip} name={name} />}
          </Flex>
        </Flex>
      </chakra.label>
      <Flex gap="3" fontSize="small">
        <Box color={note ? 'weldText' : 'soft'} truncate flex="1">
          {picture.failed ? failureWords(picture.failed) : (note ?? (notice || 'no notice in it'))}
        </Box>
        {besides && (
          <chakra.span color="soft" whiteSpace="nowrap">
            {besides}
          </chakra.span>
        )}
      </Flex>
    </Box>
  );
}
