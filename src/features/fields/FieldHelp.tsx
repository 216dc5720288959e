'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, field } from '@/core/catalogue/fields';
import { LinkButton } from '@/ui/buttons';

/** What a field means, with an example and who reads it; its places in the standards one click further. */
export function FieldHelp({ id, elementId }: { id: FieldId; elementId: string }) {
  const [technical, setTechnical] = useState(false);
  const { help, example, choices, readers } = field(id);
  return (
    <Box color="soft" id={elementId}>
      {help} {sentence(`For example: ${choices?.[example] ?? example}`)}{' '}
      {sentence(`Read by: ${lowered(readers)}`)}{' '}
      <LinkButton
        type="button"
        minHeight="0"
        aria-expanded={technical}
        onClick={() => setTechnical((before) => !before)}
      >
        {technical ? 'less' : 'in the standard'}
      </LinkButton>
      {technical && <Places id={id} />}
    </Box>
  );
}

function Places({ id }: { id: FieldId }) {
  const { standardName, xmp, iim, exif, section } = field(id);
  const member = xmp?.member ? ` / ${xmp.member.ns}:${xmp.member.name}` : '';
  const places = [
    xmp && `XMP ${xmp.ns}:${xmp.name}${member}`,
    iim && `IIM ${iim.record}:${String(iim.dataset).padStart(2, '0')}, at most ${iim.maxBytes} bytes`,
    exif && `Exif ${exif.name}`,
  ].filter(Boolean);
  return (
    <Box>
      <chakra.span fontWeight="600">{standardName}</chakra.span>: {places.join('; ')}. {section}.
    </Box>
  );
}

/** With one full stop at its end. */
const sentence = (text: string): string => (/[.!?…]$/.test(text) ? text : `${text}.`);

function lowered(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
