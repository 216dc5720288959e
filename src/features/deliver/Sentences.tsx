'use client';

import { Box } from '@chakra-ui/react';
import { isRendered, type Recipe } from '@/core/deliver/recipe';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import type { Patterns } from '../bringIn/usePatterns';
import { MetadataChoice, RemovesChoice, TemplatesChoice } from './choices/CarriedChoices';
import { FormatChoice, ProfileChoice, QualityChoice } from './choices/FormatChoices';
import { LicenceChoice } from './choices/LicenceChoice';
import { MarkChoice } from './choices/MarkChoice';
import { NamesChoice } from './choices/NamesChoice';
import { PicturesChoice } from './choices/PicturesChoice';
import { BesideChoice, PlaceChoice } from './choices/PlaceChoice';
import { SizeChoice } from './choices/SizeChoice';
import type { ChangeRecipe } from './useRecipe';
import type { Sent } from './useSent';
import { labels } from './words';

interface Props {
  readonly recipe: Recipe;
  readonly change: ChangeRecipe;
  readonly sent: Sent;
  readonly templates: readonly ListedTemplate[];
  readonly patterns: Patterns;
  readonly markTexts: readonly { readonly text: string; readonly example: string }[];
  /** What the shown copy is called. */
  readonly example: string | undefined;
}

/** The recipe, as one would say it. */
export function Sentences({ recipe, change, sent, templates, patterns, markTexts, example }: Props) {
  const both = { recipe, change };
  const rendered = isRendered(recipe);
  return (
    <Box
      fontFamily="heading"
      fontSize="title"
      lineHeight="1.75"
      display="grid"
      gap="3"
      role="group"
      aria-label={labels.recipe}
    >
      <p>
        Send <PicturesChoice {...both} sent={sent} /> as <FormatChoice {...both} />
        {rendered && (
          <>
            , <SizeChoice {...both} />, in <ProfileChoice {...both} />, <QualityChoice {...both} />
          </>
        )}
        . Call them <NamesChoice {...both} patterns={patterns} example={example} /> and put them into{' '}
        <PlaceChoice {...both} />.
      </p>
      <p>
        They carry <MetadataChoice {...both} />, with <TemplatesChoice {...both} templates={templates} /> on
        top; <RemovesChoice {...both} />.
        {rendered && (
          <>
            {' '}
            They show <MarkChoice {...both} patterns={patterns} texts={markTexts} />.
          </>
        )}
      </p>
      <p>
        <LicenceChoice {...both} />. Beside them goes <BesideChoice {...both} />.
      </p>
    </Box>
  );
}
