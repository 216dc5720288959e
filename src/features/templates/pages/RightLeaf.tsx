'use client';

import { Box } from '@chakra-ui/react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Advice } from '@/core/templates/health/advice';
import type { Entry } from '@/core/templates/template';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import type { TemplateWords } from '../book/bookState';
import type { useTrial } from '../sample/useTemplatePreview';
import { AdvicePage } from './AdvicePage';
import { ComparePage } from './ComparePage';
import { TakeOutPage } from './TakeOutPage';
import { UsedPage } from './UsedPage';
import { VersionsPage } from './VersionsPage';

export const rightPages = ['sample', 'advice', 'versions', 'compare', 'used', 'export'] as const;
export type RightPage = (typeof rightPages)[number];

interface Props {
  readonly page: RightPage;
  readonly advice: readonly Advice[];
  readonly template: ListedTemplate | undefined;
  readonly words: TemplateWords;
  readonly changed: boolean;
  readonly trial: ReturnType<typeof useTrial>;
  readonly onRepair: (entries: readonly Entry[]) => void;
  readonly onOpenField: (id: FieldId) => void;
  readonly onReopen: (template: ListedTemplate) => void;
}

/** The right page when it does not show the sample: it lies over the empty half of the lines. */
export function RightLeaf(props: Props) {
  const { template } = props;
  const kept = template !== undefined && template.version > 0;
  return (
    <Box
      position={{ lg: 'absolute' }}
      top={{ lg: '3.75rem' }}
      right="0"
      bottom="0"
      left={{ lg: '50%' }}
      overflowY="auto"
      paddingX={{ base: 5, lg: 8 }}
      paddingBottom="6"
      marginTop={{ base: 6, lg: 0 }}
      bg="leaf"
      borderLeftWidth={{ lg: '1px' }}
      borderColor="rule"
      fontSize="body"
    >
      {props.page === 'advice' && <AdvicePage {...props} />}
      {props.page === 'compare' && <ComparePage {...props} />}
      {props.page === 'versions' && (kept ? <VersionsPage {...props} template={template} /> : <NotKept />)}
      {props.page === 'used' &&
        (kept ? <UsedPage template={template} changed={props.changed} /> : <NotKept />)}
      {props.page === 'export' &&
        (kept ? <TakeOutPage template={template} changed={props.changed} /> : <NotKept />)}
    </Box>
  );
}

function NotKept() {
  return (
    <Box color="soft" paddingY="3">
      This template has not been saved yet. “Save the template” makes its first version.
    </Box>
  );
}
