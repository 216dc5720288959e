import { Box, chakra, Flex } from '@chakra-ui/react';
import type { Provenance } from '@/core/provenance/provenance';
import { formatDateTime } from '@/core/wording/formatDate';

const fileWords: Readonly<Record<Provenance['file'], string>> = {
  matches: 'The file is the one that was signed.',
  differs: 'The file was changed after it was signed.',
  unknown: 'Whether the file is the one that was signed is not checked here.',
};
const statementWords: Readonly<Record<Provenance['statements'], string>> = {
  match: 'The statements are those that were signed.',
  differ: 'A statement was changed or removed after it was signed.',
  unknown: 'Whether the statements are those that were signed is not checked here.',
};
const relationships: Readonly<Record<string, string>> = {
  parentOf: 'opened and changed',
  componentOf: 'placed in it',
  inputTo: 'used to make it',
};

/** What signed provenance claims, and what of it was checked. */
export function ProvenanceView({ provenance }: { provenance: Provenance }) {
  const { generator, actions, ingredients, manifests } = provenance;
  return (
    <Flex direction="column" gap="4" fontSize="body">
      <Box>
        <State of={provenance.file} words={fileWords[provenance.file]} />
        <State of={provenance.statements} words={statementWords[provenance.statements]} />
        <Box color="soft">
          Who signed it is not checked: that needs lists from the network, and nothing is fetched. A write
          breaks the signature.
        </Box>
      </Box>
      <Row name="Signed by the program">{generator || 'not named'}</Row>
      <Row name="Steps">
        {actions.length === 0
          ? 'none named'
          : actions.map(({ action, when, by }, index) => (
              <Box key={index}>
                {action.replace(/^c2pa\./, '').replaceAll('_', ' ')}
                {by && `, by ${by}`}
                {when && <chakra.span color="soft">, {whenWords(when)}</chakra.span>}
              </Box>
            ))}
      </Row>
      <Row name="Made from">
        {ingredients.length === 0
          ? 'no other file'
          : ingredients.map(({ title, relationship }, index) => (
              <Box key={index}>
                {title || 'a file without a name'}
                {relationship && (
                  <chakra.span color="soft">, {relationships[relationship] ?? relationship}</chakra.span>
                )}
              </Box>
            ))}
      </Row>
      {manifests > 1 && (
        <Row name="Earlier claims">{`${manifests - 1} in this file, of the files that it was made from`}</Row>
      )}
    </Flex>
  );
}

function State({ of, words }: { of: string; words: string }) {
  return <Box color={of === 'differs' || of === 'differ' ? 'weldText' : undefined}>{words}</Box>;
}

const whenWords = (when: string) => (Number.isNaN(Date.parse(when)) ? when : formatDateTime(when));

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Flex gap="4" alignItems="baseline">
      <Box width="11em" flexShrink={0} color="soft">
        {name}
      </Box>
      <Box flex="1" minWidth="0" overflowWrap="anywhere">
        {children}
      </Box>
    </Flex>
  );
}
