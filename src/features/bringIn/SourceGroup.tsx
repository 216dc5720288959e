'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { WordAct } from '@/ui/acts';
import type { Standing } from './groups';
import { Makers } from './Makers';
import { SourcePictureRow } from './SourcePictureRow';
import type { CardPicture, useSource } from './useSource';

const titles: Readonly<Record<Standing, string>> = {
  comes: 'New',
  'made by others': 'Made by others',
  'already here': 'Already here',
  'cannot be read': 'Cannot be read',
};
const explained: Readonly<Record<Standing, string>> = {
  comes: '',
  'made by others': 'Another maker stands in these. No template touches them before you said who that is.',
  'already here':
    'The same picture is in this assignment already, or twice on the source, whatever its name.',
  'cannot be read': 'These stay where they are.',
};

/** The pictures of one standing, with what is to be said and asked about them. */
export function SourceGroup({
  standing,
  place,
  pictures,
  assignmentId,
  tick,
  source,
}: {
  standing: Standing;
  place: string;
  source: Pick<ReturnType<typeof useSource>, 'answers' | 'answer'>;
  pictures: readonly CardPicture[];
  assignmentId: string;
  tick: (paths: readonly string[], ticked: boolean) => void;
}) {
  if (pictures.length === 0) return null;
  const ticked = pictures.filter((one) => one.ticked).length;
  const paths = pictures.filter((one) => one.picture.record).map((one) => one.picture.relativePath);
  return (
    <Box as="section" marginBottom="4">
      <Flex gap="3" alignItems="baseline" paddingX="2" flexWrap="wrap">
        <Box as="h2" fontFamily="heading" fontSize="1rem" fontWeight="600">
          {standing === 'comes' ? `New on ${place}` : titles[standing]}
        </Box>
        <chakra.span fontSize="0.8125rem" color="soft">
          {ticked} of {pictures.length} come. {explained[standing]}
        </chakra.span>
        {paths.length > 0 && (
          <WordAct type="button" fontSize="0.8125rem" onClick={() => tick(paths, ticked < paths.length)}>
            {ticked < paths.length ? 'tick all' : 'untick all'}
          </WordAct>
        )}
      </Flex>
      {standing === 'made by others' && (
        <Makers pictures={pictures} answers={source.answers} onAnswer={source.answer} />
      )}
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(min(12.25rem, 100%), 1fr))" gap="2">
        {pictures.map(({ picture, strip, ticked: on, maker }) => (
          <SourcePictureRow
            key={picture.relativePath}
            picture={picture}
            strip={strip}
            ticked={on}
            note={noteFor(picture, maker)}
            onTick={(wanted) => tick([picture.relativePath], wanted)}
            previewUrl={`/api/assignments/${assignmentId}/source/preview?side=480&path=${encodeURIComponent(picture.relativePath)}`}
          />
        ))}
      </Box>
    </Box>
  );
}

function noteFor(picture: CardPicture['picture'], maker: string | undefined): string | undefined {
  if (picture.sameAs) return `the same as ${picture.sameAs.slice(picture.sameAs.lastIndexOf('/') + 1)}`;
  return maker ? `made by ${maker}` : undefined;
}
