'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { asList, asText } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import type { Entry } from '@/core/templates/template';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { LicencePanel, licenceOf } from '../../templates/builders/LicencePanel';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { FieldsPanel } from './FieldsPanel';
import { panelFields } from './panels';

interface Props {
  readonly scope: Scope;
  readonly count: number;
  readonly desk: Desk | undefined;
  readonly write: Write;
}

/** Who made the pictures, who owns them, and what others may do; an open licence by the same choice as in a template. */
export function RightsPanel({ desk, scope, write, ...common }: Props) {
  const [isOpen, setOpen] = useState(false);
  const put = (entries: readonly Entry[], confirmed?: true) => {
    const values = Object.fromEntries(
      entries.map(({ field, rule, texts }) => [field, rule === 'erase' ? null : texts[0]!]),
    );
    write(scope, { kind: 'set-fields', values }, confirmed ? { confirmed } : {});
    setOpen(false);
  };
  const start = () =>
    licenceOf((id) => asText(desk?.fields[id]?.same), asList(desk?.fields.creator?.same).join(', '));
  return (
    <Box>
      {desk && (
        <LinkButton
          type="button"
          fontSize="small"
          aria-expanded={isOpen}
          onClick={() => setOpen((before) => !before)}
        >
          {labels.openLicence}
        </LinkButton>
      )}
      {isOpen && (
        <Box fontSize="small">
          <LicencePanel start={start()} put={put} onPublicDomain={(entries) => put(entries, true)} />
        </Box>
      )}
      <FieldsPanel fields={panelFields.rights} desk={desk} scope={scope} write={write} {...common} />
    </Box>
  );
}
