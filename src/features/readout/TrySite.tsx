'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { type SiteProfile, siteProfiles } from '@/core/readout/siteProfiles';
import { apiRequestBytes } from '@/ui/api';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { labels } from './words';

/** Sends the picture through the simulated site, and compares it with what comes back. */
export function TrySite({
  file,
  name,
  onBack,
}: {
  file: Blob;
  name: string;
  onBack: (file: Blob, name: string) => void;
}) {
  const send = useMutation({
    mutationFn: (profile: SiteProfile) =>
      apiRequestBytes(`site?${new URLSearchParams({ profile, name })}`, file),
    onSuccess: (back) => onBack(back.bytes, back.name),
  });
  return (
    <Flex alignItems="center" gap="2" fontSize="body">
      <Notice kind="error" as="span">
        {send.error?.message}
      </Notice>
      <chakra.label display="flex" alignItems="center" gap="2">
        <span>{labels.throughASiteThat}</span>
        <Select
          width="auto"
          value=""
          disabled={send.isPending}
          onChange={(event) => send.mutate(event.target.value as SiteProfile)}
        >
          <option value="">
            {send.isPending
              ? 'on its way …'
              : 'choose: it is sent to Fabrica on this machine, which simulates it'}
          </option>
          {Object.entries(siteProfiles).map(([profile, words]) => (
            <option key={profile} value={profile}>
              {words}
            </option>
          ))}
        </Select>
      </chakra.label>
    </Flex>
  );
}
