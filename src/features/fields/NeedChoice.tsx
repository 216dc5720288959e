'use client';

import { Box, type BoxProps, chakra, Flex } from '@chakra-ui/react';
import { type FieldId, field, fieldLabel } from '@/core/catalogue/fields';
import { questions } from '@/core/catalogue/row';
import { Select } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import type { Need, ShownFields } from './useShownFields';
import { labels } from './words';

/** How many fields are there. */
export function NeedChoice({ shown }: { shown: ShownFields }) {
  return (
    <chakra.label>
      {uiLabels.show}{' '}
      <Select
        aria-label={uiLabels.show}
        value={shown.need}
        onChange={(event) => shown.setNeed(event.target.value as Need)}
        fontSize="small"
        height="1.5rem"
      >
        <option value="few">few fields</option>
        <option value="usual">the usual fields</option>
        <option value="all">{labels.allFields}</option>
        <option value="own">my own choice</option>
      </Select>
    </chakra.label>
  );
}

/** One's own choice of fields, under the question each answers. */
export function OwnChoice({
  shown: { own, setOwn },
  fields,
  ...rest
}: { shown: Pick<ShownFields, 'own' | 'setOwn'>; fields: readonly FieldId[] } & BoxProps) {
  return (
    <Box {...rest}>
      <chakra.details fontSize="small" open={own.size === 0}>
        <chakra.summary cursor="pointer" color="woad">
          {own.size} fields chosen
        </chakra.summary>
        {Object.entries(questions).map(([question, title]) => (
          <Box key={question} marginTop="1">
            <Box color="woad">{title}</Box>
            <Flex wrap="wrap" columnGap="4">
              {fields
                .filter((id) => field(id).question === question)
                .map((id) => (
                  <chakra.label key={id} display="flex" gap="1.5" alignItems="center">
                    <input
                      type="checkbox"
                      checked={own.has(id)}
                      onChange={(event) => setOwn(id, event.target.checked)}
                    />
                    {fieldLabel(id)}
                  </chakra.label>
                ))}
            </Flex>
          </Box>
        ))}
      </chakra.details>
    </Box>
  );
}
