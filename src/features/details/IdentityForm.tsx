'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { isEmailAddress, repairedAddress } from '@/core/rights/webAddress';
import {
  type Identity,
  type IdentityKind,
  type IdentityPart,
  identityPartNames,
  identityParts,
} from '@/core/templates/identity';
import type { ListedIdentity } from '@/server/operations/identities';
import { Line, Plain, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';

interface Values {
  readonly called: string;
  readonly parts: { readonly [P in IdentityPart]?: string };
}

/** The details of one person or firm. */
export function IdentityForm({
  identity,
  kind,
  onDone,
}: {
  identity?: ListedIdentity;
  kind: IdentityKind;
  onDone?: () => void;
}) {
  const queries = useQueryClient();
  const { register, handleSubmit, reset, watch, setValue, formState } = useForm<Values>({
    defaultValues: valuesOf(identity),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: ['identities'] });
  const keep = useMutation({
    mutationFn: ({ called: name, parts }: Values) =>
      ask<ListedIdentity>(identity ? `identities/${identity.id}` : 'identities', identity ? 'PUT' : 'POST', {
        name,
        kind,
        parts,
      }),
    onSuccess: (kept) => {
      reset(valuesOf(kept));
      void refresh();
      onDone?.();
    },
  });
  const remove = useMutation({
    mutationFn: () => ask(`identities/${identity!.id}`, 'DELETE'),
    onSuccess: refresh,
  });
  const error = keep.error ?? remove.error;
  const parts = identityPartNames.filter((part) => kind === 'person' || part !== 'job title');
  return (
    <chakra.form onSubmit={handleSubmit((values) => keep.mutate(values))}>
      <Row label={kind === 'person' ? 'Name' : 'Name of the firm'} hint="what the placeholder is called">
        <Line
          defaultValue={identity?.name}
          {...register('called')}
          aria-label={kind === 'person' ? 'Name' : 'Name of the firm'}
          fontFamily="heading"
          fontSize="1.125rem"
          fontWeight="600"
        />
      </Row>
      {parts.map((part) => (
        <Row key={part} label={partWords(part)} hint={identityParts[part].words}>
          <Line
            defaultValue={identity?.parts[part]}
            {...register(`parts.${part}`)}
            aria-label={partWords(part)}
            type={part === 'e-mail' ? 'email' : 'text'}
          />
          <Mended
            part={part}
            typed={watch(`parts.${part}`) ?? ''}
            onMend={(text) => setValue(`parts.${part}`, text, { shouldDirty: true })}
          />
        </Row>
      ))}
      <Flex gap="5" marginTop="3" alignItems="center" fontSize="0.875rem" wrap="wrap">
        <Plain type="submit" disabled={!formState.isDirty || keep.isPending}>
          {identity ? 'Save my changes' : 'Save my details'}
        </Plain>
        {identity && (
          <WordAct type="button" onClick={() => remove.mutate()}>
            remove
          </WordAct>
        )}
        {!identity && (
          <WordAct type="button" onClick={onDone}>
            not now
          </WordAct>
        )}
        <chakra.span role="status" color={error ? 'weldText' : 'soft'}>
          {error?.message ?? (keep.isSuccess && !formState.isDirty ? 'kept' : '')}
        </chakra.span>
      </Flex>
    </chakra.form>
  );
}

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

function valuesOf(identity: Identity | undefined): Values {
  const parts = Object.fromEntries(identityPartNames.map((part) => [part, identity?.parts[part] ?? '']));
  return { called: identity?.name ?? '', parts };
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
