'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { labels as uiLabels } from '@/ui/words';

/** The template as a file, for another machine or another program. */
export function TakeOutPage({ template, changed }: { template: ListedTemplate; changed: boolean }) {
  const home = `/api/templates/${template.id}/file`;
  return (
    <>
      <Box color="soft" paddingBottom="2">
        Version {template.version} as a file{changed ? '; what is written since is not in it' : ''}.
      </Box>
      <Out href={`${home}?as=json`} name={uiLabels.jSON}>
        Everything: rules, placeholders, structures. Your own details stay placeholders. The form is open:
        schema/template.schema.json.
      </Out>
      <Out href={`${home}?as=json&details=written`} name="JSON, my details written out">
        For somebody who does not have them.
      </Out>
      <Out href={`${home}?as=xmp`} name="XMP">
        The fixed values, for any program that reads XMP. Lines with placeholders, erased ones and rules have
        no form in XMP and are left out.
      </Out>
    </>
  );
}

function Out({ href, name, children }: { href: string; name: string; children: ReactNode }) {
  return (
    <Box borderTopWidth="1px" paddingY="2">
      <chakra.a href={href} download color="woad" textDecoration="underline">
        {name}
      </chakra.a>
      <Box color="soft">{children}</Box>
    </Box>
  );
}
