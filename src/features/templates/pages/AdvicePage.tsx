'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Advice } from '@/core/templates/health/advice';
import type { Entry } from '@/core/templates/template';
import { LinkButton } from '@/ui/buttons';
import { adviceWords, repairWords } from '../words';

const severityWords: Readonly<Record<Advice['severity'], string>> = {
  must: 'Stops a run',
  should: 'Worth a look',
  note: 'Could be better',
};

/** Advice on the page, each with its repair in one step where there is one. It forbids nothing. */
export function AdvicePage({
  advice,
  onRepair,
  onOpenField,
}: {
  advice: readonly Advice[];
  onRepair: (entries: readonly Entry[]) => void;
  onOpenField: (id: FieldId) => void;
}) {
  if (advice.length === 0)
    return (
      <Box color="soft" paddingY="3">
        Nothing to say: whole addresses, a complete notice, no left-over text, nothing that IIM would cut.
      </Box>
    );
  return (['must', 'should', 'note'] as const).map((severity) => {
    const ofSeverity = advice.filter((one) => one.severity === severity);
    if (ofSeverity.length === 0) return null;
    return (
      <Box key={severity} marginTop="3">
        <Box as="h3" color={severity === 'must' ? 'madderText' : 'woad'} fontWeight="600" fontSize="small">
          {severityWords[severity]}
        </Box>
        {ofSeverity.map((one) => (
          <Flex key={`${one.code}${one.field}${one.found}`} borderTopWidth="1px" paddingY="1.5" gap="4">
            <Box flex="1">{adviceWords(one)}</Box>
            {one.field && (
              <LinkButton type="button" onClick={() => onOpenField(one.field!)}>
                go there
              </LinkButton>
            )}
            {one.repair && (
              <LinkButton type="button" onClick={() => onRepair(one.repair!)}>
                {repairWords(one)}
              </LinkButton>
            )}
          </Flex>
        ))}
      </Box>
    );
  });
}
