'use client';

import { chakra } from '@chakra-ui/react';
import { isEmailAddress, repairedAddress } from '@/core/rights/webAddress';
import {
  type Identity,
  type IdentityKind,
  type IdentityPart,
  identityPartNames,
  identityParts,
} from '@/core/templates/identity';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';

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
      <Field labelled width="9rem" label={nameLabel(kind)} hint="what the placeholder is called">
        {nameLine}
      </Field>
      {parts.map((part) => (
        <Field labelled width="9rem" key={part} label={partWords(part)} hint={identityParts[part].words}>
          <TextInput
            value={value.parts[part] ?? ''}
            maxLength={2000}
            onChange={(event) => set(part, event.target.value)}
            aria-label={partWords(part)}
            inputMode={part === 'e-mail' ? 'email' : 'text'}
          />
          <Mended part={part} typed={value.parts[part] ?? ''} onMend={(text) => set(part, text)} />
        </Field>
      ))}
    </>
  );
}

export const nameLabel = (kind: IdentityKind) => (kind === 'person' ? 'Name' : 'Name of the firm');

export const NameLine = chakra(TextInput, {
  base: { fontFamily: 'heading', fontSize: 'larger', fontWeight: '600' },
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
      <LinkButton type="button" fontSize="small" onClick={() => onMend(mended)}>
        make it {mended}
      </LinkButton>
    );
  if (part === 'e-mail' && typed !== '' && !isEmailAddress(typed))
    return (
      <chakra.span fontSize="small" color="weldText">
        this is no e-mail address yet
      </chakra.span>
    );
  return null;
}

function partWords(part: IdentityPart): string {
  return part === 'name' ? 'Printed as' : part.charAt(0).toUpperCase() + part.slice(1);
}
