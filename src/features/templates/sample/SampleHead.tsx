'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { formatNumber } from '@/core/wording/counts';
import type { TemplatePreview } from '@/server/operations/templates/templatePreview';
import { Select, TextInput } from '@/ui/inputs';
import { ThreadStrip } from '@/ui/ThreadStrip';
import { type RightPage, rightPages } from '../pages/RightLeaf';
import type { useTrial } from './useTemplatePreview';

interface Props {
  readonly right: RightPage;
  readonly onTurn: (page: RightPage) => void;
  readonly advice: number;
  readonly trial: ReturnType<typeof useTrial>;
  readonly preview: TemplatePreview;
  readonly find: string;
  readonly onFind: (words: string) => void;
  readonly onAssignment: (id: string) => void;
  readonly onPicture: (id: string) => void;
  readonly empty: boolean;
}

/** The head of the right page: which page it is, and the picture of the sample. */
export function SampleHead(props: Props) {
  const { right, onTurn, advice, empty } = props;
  return (
    <Box
      paddingX={{ base: 5, lg: 8 }}
      paddingTop="3"
      paddingBottom="1"
      bg="leaf"
      borderLeftWidth={{ base: 0, lg: '1px' }}
      borderColor="rule"
      minWidth="0"
    >
      <Flex
        as="nav"
        aria-label="Right page"
        columnGap="5"
        wrap="wrap"
        alignItems="baseline"
        minHeight="2.25rem"
      >
        {rightPages.map((page) => (
          <chakra.button
            key={page}
            type="button"
            aria-current={right === page ? 'page' : undefined}
            onClick={() => onTurn(page)}
            cursor="pointer"
            fontFamily={right === page ? 'heading' : 'body'}
            fontSize={right === page ? '1.125rem' : '0.875rem'}
            fontWeight={right === page ? '600' : '400'}
            color={right === page ? 'ink' : 'woad'}
            minHeight="1.5rem"
          >
            {page.charAt(0).toUpperCase() + page.slice(1)}
            {page === 'advice' && advice > 0 && (
              <chakra.span color="weldText" fontSize="body" fontFamily="body">
                {' '}
                {advice}
              </chakra.span>
            )}
          </chakra.button>
        ))}
      </Flex>
      {right === 'sample' && <PictureChoice {...props} />}
      {right === 'sample' && empty && (
        <chakra.span fontSize="body" color="soft">
          What you type at the left stands here as this picture will carry it.
        </chakra.span>
      )}
    </Box>
  );
}

function PictureChoice({ trial, preview, find, onFind, onAssignment, onPicture }: Props) {
  const { picture, pictures, others, alone, setAlone, sample } = trial;
  const isWorst = preview.samples.length > 0 && pictures[0]?.id === picture.id && find === '';
  return (
    <Flex columnGap="4" rowGap="1" wrap="wrap" alignItems="center" textStyle="hint">
      <Select
        aria-label="Picture of the sample"
        value={picture.id}
        onChange={(event) => onPicture(event.target.value)}
        maxWidth="14em"
        height="1.625rem"
        fontSize="small"
      >
        {pictures.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </Select>
      <ThreadStrip strip={sample.strip} name={picture.name} />
      {isWorst && <span>the worst of {formatNumber(preview.pictures)}</span>}
      {preview.pictures > preview.samples.length && (
        <TextInput
          aria-label="Find a picture for the sample"
          placeholder="another, by name"
          value={find}
          onChange={(event) => onFind(event.target.value)}
          width="9em"
          height="1.625rem"
          fontSize="small"
        />
      )}
      {preview.assignments.length > 1 && (
        <Select
          aria-label="Assignment of the sample"
          value={preview.assignment?.id}
          onChange={(event) => onAssignment(event.target.value)}
          maxWidth="12em"
          height="1.625rem"
          fontSize="small"
        >
          {preview.assignments.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      )}
      {others.length > 0 && (
        <chakra.label
          display="flex"
          gap="1.5"
          alignItems="center"
          title={others.map((one) => one.name).join(', then ')}
        >
          <input type="checkbox" checked={!alone} onChange={(event) => setAlone(!event.target.checked)} />
          with {others.length === 1 ? `“${others[0]!.name}”` : `the ${others.length} others in force`}
        </chakra.label>
      )}
    </Flex>
  );
}
