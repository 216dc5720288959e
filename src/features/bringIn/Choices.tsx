'use client';

import { Box, chakra } from '@chakra-ui/react';
import { field } from '@/core/catalogue/fields';
import type { ImportChoices, ImportMode } from '@/core/naming/importChoices';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { FolderField } from '../folders/FolderField';
import { KeywordsLine } from '../keywords/KeywordsLine';
import { LazyPatternField } from './LazyPatternField';
import type { Patterns } from './usePatterns';
import { labels } from './words';

const ways: Readonly<Record<ImportMode, string>> = {
  copy: 'copy; the source stays as it is',
  move: 'move; the source goes when its copy is verified',
  'take-up': 'add in place; nothing is copied',
};

/** How pictures come in: the way, their names and folders, a second copy, keywords and rating for all. */
export function Choices({
  choices,
  onChange,
  examples,
  patterns,
  ratingTemplate,
}: {
  choices: ImportChoices;
  onChange: (part: Partial<ImportChoices>) => void;
  patterns: Patterns;
  /** Name of a template in force that sets a rating, which overrides the starting rating. */
  ratingTemplate: string | undefined;
  examples: readonly { readonly name: string; readonly path: string; readonly missing: readonly string[] }[];
}) {
  const [first] = examples;
  const example = first && `${first.name} → ${first.path}`;
  const copies = choices.mode !== 'take-up';
  return (
    <Box fontSize="small">
      <Field dense labelled width="10.5em" label={labels.howToBringThemIn}>
        <Select
          aria-label={labels.howToBringThemIn}
          value={choices.mode}
          onChange={(event) => onChange({ mode: event.target.value as ImportMode })}
          fontSize="small"
          height="1.625rem"
          maxWidth="100%"
        >
          {Object.entries(ways).map(([mode, words]) => (
            <option key={mode} value={mode}>
              {words}
            </option>
          ))}
        </Select>
      </Field>
      {copies && (
        <>
          <Field dense labelled width="10.5em" label={uiLabels.names}>
            <LazyPatternField
              label={uiLabels.names}
              value={choices.name}
              onChange={(name) => onChange({ name })}
              empty="as the files are called"
              ready={patterns.names}
              example={example}
              {...patterns.offers}
            />
          </Field>
          <Field dense labelled width="10.5em" label={uiLabels.folders}>
            <LazyPatternField
              label={uiLabels.folders}
              value={choices.folder}
              onChange={(folder) => onChange({ folder })}
              empty="none"
              ready={patterns.folders}
              example={example}
              {...patterns.offers}
            />
          </Field>
          {(choices.name !== '' || choices.folder !== '') && <Examples examples={examples} />}
          <Field dense labelled width="10.5em" label={labels.secondCopyIn}>
            <FolderField
              label={labels.secondCopyIn}
              purpose="second copies"
              hideLabel
              value={choices.secondCopy}
              onChange={(secondCopy) => onChange({ secondCopy })}
              placeholder="nowhere; e.g. /media/second-disk/pictures"
            />
          </Field>
        </>
      )}
      <Field dense labelled width="10.5em" label={labels.keywordsForAllOfThem}>
        <KeywordsLine
          label={labels.keywordsForAllOfThem}
          text={choices.keywords}
          placeholder="separated by comma"
          onText={(keywords) => onChange({ keywords })}
        />
      </Field>
      <Field
        dense
        labelled
        width="10.5em"
        label={labels.startingRating}
        {...(ratingTemplate && choices.rating !== ''
          ? { hint: `“${ratingTemplate}” sets a rating and overrides this one.` }
          : {})}
      >
        <Select
          aria-label={labels.startingRating}
          value={choices.rating}
          onChange={(event) => onChange({ rating: event.target.value })}
          fontSize="small"
          height="1.625rem"
        >
          <option value="">none</option>
          {['1', '2', '3', '4', '5', '-1'].map((code) => (
            <option key={code} value={code}>
              {field('rating').choices![code]}
            </option>
          ))}
        </Select>
      </Field>
    </Box>
  );
}

function Examples({
  examples,
}: {
  examples: readonly { readonly name: string; readonly path: string; readonly missing: readonly string[] }[];
}) {
  return (
    <Field dense labelled width="10.5em" label="">
      <Box minWidth="0" role="status">
        {examples.map(({ name, path, missing }) => (
          <Box key={name} overflowWrap="anywhere">
            <chakra.span color="soft">{name} → </chakra.span>
            {path}
            {missing.length > 0 && (
              <chakra.span color="weldText"> no {missing.join(', ')}: keeps its name</chakra.span>
            )}
          </Box>
        ))}
      </Box>
    </Field>
  );
}
