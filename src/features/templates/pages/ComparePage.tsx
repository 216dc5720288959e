'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { comparePicture } from '@/core/templates/compare';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { Select } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { valueWords } from '@/ui/valueWords';
import type { TemplateWords } from '../book/bookState';
import type { useTrial } from '../sample/useTemplatePreview';
import { Differences, Side, Sides } from './Differences';

/** The page beside another template, its own kept version, or the picture of the sample. */
export function ComparePage({
  template,
  words,
  trial,
}: {
  template: ListedTemplate | undefined;
  words: TemplateWords;
  trial: ReturnType<typeof useTrial>;
}) {
  const { data: templates = [] } = useQuery({
    queryKey: queryKeys.templates(),
    queryFn: () => apiRequest<ListedTemplate[]>('templates'),
  });
  const [with_, setWith] = useState('picture');
  const other = templates.find((one) => one.id === with_);
  return (
    <>
      <Box paddingBottom="2">
        Beside{' '}
        <Select
          aria-label="Compare with"
          value={with_}
          onChange={(event) => setWith(event.target.value)}
          maxWidth="20em"
        >
          <option value="picture">the picture {trial.picture.name}</option>
          {template && template.version > 0 && (
            <option value="kept">version {template.version} of itself</option>
          )}
          {templates
            .filter((one) => one.id !== template?.id && one.version > 0)
            .map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
        </Select>
      </Box>
      {with_ === 'picture' && <WithPicture words={words} trial={trial} />}
      {with_ === 'kept' && template && (
        <Differences
          left={template.entries}
          right={words.entries}
          names={[`version ${template.version}`, 'this page']}
        />
      )}
      {other && <Differences left={words.entries} right={other.entries} names={['this page', other.name]} />}
    </>
  );
}

function WithPicture({
  words,
  trial: { picture, sample },
}: {
  words: TemplateWords;
  trial: ReturnType<typeof useTrial>;
}) {
  const results = new Map(
    words.entries.map((entry) => [entry.field, sample.lines.get(entry.field)?.value ?? null]),
  );
  const all = comparePicture(picture.values, results);
  const rows = all.filter((one) => one.kind !== 'same');
  return (
    <>
      <Sides names={['in the picture', 'with the template']} />
      {rows.map(({ field: id, picture: before, result, kind }) => (
        <Side
          key={id}
          id={id}
          left={before === null ? undefined : valueWords(id, before)}
          right={kind === 'only-in-picture' ? 'stays' : result === null ? undefined : valueWords(id, result)}
        />
      ))}
      <Box color="soft" paddingY="1.5" borderTopWidth="1px">
        The same in both: {all.length - rows.length}.
      </Box>
    </>
  );
}
