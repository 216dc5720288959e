'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import {
  type CcChoice,
  ccChoiceOf,
  ccEntries,
  ccFields,
  ccLicences,
  ccName,
  ccShortName,
  ccVersions,
} from '@/core/rights/creativeCommons';
import { isLicenceLink } from '@/core/rights/notice';
import type { Entry } from '@/core/templates/template';
import { Button } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { Select, TextInput } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { Panel } from './Builder';
import { StatusAsk } from './StatusAsk';

type Licence = Extract<CcChoice, { kind: 'licence' }>;

const allows: Readonly<Record<keyof typeof ccLicences, string>> = {
  by: 'any use, changed too, as long as you are named',
  'by-sa': 'any use with your name; what is made of it must have the same licence',
  'by-nd': 'any use with your name, unchanged',
  'by-nc': 'no commercial use; with your name, changed too',
  'by-nc-sa': 'no commercial use; with your name; under the same licence',
  'by-nc-nd': 'no commercial use; with your name; unchanged',
};

/** The licence that texts state; else the freest one, with `attributionName` for who is to be named. */
export function licenceOf(textOf: (id: FieldId) => string, attributionName: string): Licence {
  const held = ccChoiceOf(textOf);
  if (held?.kind === 'licence') return held;
  return {
    kind: 'licence',
    licence: 'by',
    version: '4.0',
    attributionName,
    attributionUrl: '',
    page: '',
    morePermissions: '',
  };
}

/** An open licence sets status, terms, web statement and the cc: properties together, so that they agree. */
export function LicencePanel({
  start,
  put,
  onPublicDomain,
}: {
  start: Licence;
  put: (entries: readonly Entry[]) => void;
  onPublicDomain: (entries: readonly Entry[]) => void;
}) {
  const [choice, setChoice] = useState<CcChoice>(start);
  const [asking, setAsking] = useState(false);
  const kinds: readonly CcChoice[] = [start, { kind: 'cc0' }, { kind: 'public-domain-mark' }];
  const licensed = choice.kind === 'licence' ? choice : undefined;
  return (
    <Panel>
      <Flex gap="5" wrap="wrap" role="radiogroup" aria-label="Kind of licence">
        {kinds.map((one) => (
          <chakra.label key={one.kind} display="flex" gap="1.5" alignItems="center">
            <input
              type="radio"
              name="cc-kind"
              checked={choice.kind === one.kind}
              onChange={() => {
                setChoice(one);
                setAsking(false);
              }}
            />
            {one.kind === 'licence' ? 'a Creative Commons licence' : ccName(one)}
          </chakra.label>
        ))}
      </Flex>
      {licensed && <LicenceParts choice={licensed} onChange={setChoice} />}
      {choice.kind === 'cc0' && (
        <Box color="weldText">Gives up all rights, as far as the law lets you. It cannot be taken back.</Box>
      )}
      {choice.kind === 'public-domain-mark' && (
        <Box color="soft">For old pictures on which no copyright stands any more; never for your own.</Box>
      )}
      {asking ? (
        <StatusAsk onYes={() => onPublicDomain(ccEntries(choice))} onNo={() => setAsking(false)} />
      ) : (
        <Flex gap="4" marginTop="2" alignItems="baseline" wrap="wrap">
          <Button
            type="button"
            height="1.75rem"
            onClick={() => (licensed ? put(ccEntries(choice)) : setAsking(true))}
          >
            Put {ccShortName(choice)} in
          </Button>
          <Box color="soft">
            sets {ccFields.length} lines together; what the choice does not use is erased.
          </Box>
        </Flex>
      )}
    </Panel>
  );
}

function LicenceParts({ choice, onChange }: { choice: Licence; onChange: (choice: CcChoice) => void }) {
  const set = (part: Partial<Licence>) => {
    // A licence that was ported to a country's law has its own deed: another version or licence is not ported.
    const { jurisdiction, ...bare } = choice;
    const ported = jurisdiction && !part.version && !part.licence ? { jurisdiction } : {};
    onChange({ ...bare, ...ported, ...part });
  };
  const address = (name: 'attributionUrl' | 'page' | 'morePermissions', words: string) => (
    <Field dense width="12em" label={words}>
      <TextInput
        value={choice[name]}
        placeholder="https://"
        onChange={(event) => set({ [name]: event.target.value })}
      />
      {choice[name] !== '' && !isLicenceLink(choice[name]) && (
        <chakra.span color="weldText">not a whole https address</chakra.span>
      )}
    </Field>
  );
  return (
    <>
      <Flex gap="4" wrap="wrap" alignItems="center" marginY="1">
        <Select
          aria-label={uiLabels.licence}
          value={choice.licence}
          onChange={(event) => set({ licence: event.target.value as Licence['licence'] })}
        >
          {Object.entries(ccLicences).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <Select
          aria-label="Version"
          value={choice.version}
          onChange={(event) => set({ version: event.target.value as Licence['version'] })}
        >
          {ccVersions.map((version) => (
            <option key={version}>{version}</option>
          ))}
        </Select>
        {choice.jurisdiction && (
          <chakra.span color="soft">ported: {choice.jurisdiction.toUpperCase()}</chakra.span>
        )}
        <chakra.span color="soft">{allows[choice.licence]}</chakra.span>
      </Flex>
      <Field dense width="12em" label="Who is to be named">
        <TextInput
          value={choice.attributionName}
          onChange={(event) => set({ attributionName: event.target.value })}
        />
      </Field>
      {address('attributionUrl', 'Address to name with it')}
      {address('page', 'Your own licence page')}
      {address('morePermissions', 'Where more can be asked for')}
    </>
  );
}
