'use client';

import { Box } from '@chakra-ui/react';
import { type DeliveryPlan, isRendered } from '@/core/deliver/deliveryPlan';
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
import type { ChangeDeliveryPlan } from './useDeliveryPlan';
import type { Sent } from './useSent';
import { labels } from './words';

interface Props {
  readonly deliveryPlan: DeliveryPlan;
  readonly change: ChangeDeliveryPlan;
  readonly sent: Sent;
  readonly templates: readonly ListedTemplate[];
  readonly patterns: Patterns;
  readonly markTexts: readonly { readonly text: string; readonly example: string }[];
  /** What the shown copy is called. */
  readonly example: string | undefined;
}

/** The delivery plan, as one would say it. */
export function Sentences({ deliveryPlan, change, sent, templates, patterns, markTexts, example }: Props) {
  const both = { deliveryPlan, change };
  const rendered = isRendered(deliveryPlan);
  return (
    <Box
      fontFamily="heading"
      fontSize="title"
      lineHeight="1.75"
      display="grid"
      gap="3"
      role="group"
      aria-label={labels.deliveryPlan}
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
