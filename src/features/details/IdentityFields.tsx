'use client';

import { Box, chakra } from '@chakra-ui/react';
import { isEmailAddress, repairedAddress } from '@/core/rights/webAddress';
import {
  type Identity,
  type IdentityKind,
  type IdentityPart,
  identityPartNames,
  identityParts,
} from '@/core/templates/identity';
import { Line, WordAct } from '@/ui/acts';

export interface IdentityValues {
  readonly name: string;
  readonly parts: Identity['parts'];
}

/** The lines of one's details. The name is only taken when it is whole: it is what placeholders are called. */
export function IdentityFields({
  kind,
  value,
  onChange,
  nameLine,
}: {
  kind: IdentityKind;
  value: IdentityValues;
  onChange: (value: IdentityValues) => void;
  nameLine: React.ReactNode;
}) {
  const parts = identityPartNames.filter((part) => kind === 'person' || part !== 'job title');
  const set = (part: IdentityPart, text: string) =>
    onChange({ ...value, parts: { ...value.parts, [part]: text } });
  return (
    <>
      <Row label={nameLabel(kind)} hint="what the placeholder is called">
        {nameLine}
      </Row>
      {parts.map((part) => (
        <Row key={part} label={partWords(part)} hint={identityParts[part].words}>
          <Line
            value={value.parts[part] ?? ''}
            maxLength={2000}
            onChange={(event) => set(part, event.target.value)}
            aria-label={partWords(part)}
            inputMode={part === 'e-mail' ? 'email' : 'text'}
          />
          <Mended part={part} typed={value.parts[part] ?? ''} onMend={(text) => set(part, text)} />
        </Row>
      ))}
    </>
  );
}

export const nameLabel = (kind: IdentityKind) => (kind === 'person' ? 'Name' : 'Name of the firm');

export const NameLine = chakra(Line, {
  base: { fontFamily: 'heading', fontSize: '1.125rem', fontWeight: '600' },
});

function Mended({
  part,
  typed,
  onMend,
}: {
  part: IdentityPart;
  typed: string;
  onMend: (text: string) => void;
}) {
  const isAddress = part === 'web address' || part === 'rights page';
  const mended = isAddress ? repairedAddress(typed) : undefined;
  if (mended)
    return (
      <WordAct type="button" fontSize="0.8125rem" onClick={() => onMend(mended)}>
        make it {mended}
      </WordAct>
    );
  if (part === 'e-mail' && typed !== '' && !isEmailAddress(typed))
    return (
      <chakra.span fontSize="0.8125rem" color="weldText">
        this is no e-mail address yet
      </chakra.span>
    );
  return null;
}

function partWords(part: IdentityPart): string {
  return part === 'name' ? 'Printed as' : part.charAt(0).toUpperCase() + part.slice(1);
}

function Row({ label, hint, children }: { label: string; hint: string; children: React.ReactNode }) {
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '9rem minmax(0, 24rem) minmax(0, 1fr)' }}
      columnGap="4"
      alignItems="baseline"
      paddingY="0.5"
    >
      <Box color="soft" fontSize="0.875rem">
        {label}
      </Box>
      <Box>{children}</Box>
      <Box color="soft" fontSize="0.8125rem">
        {hint}
      </Box>
    </Box>
  );
}
