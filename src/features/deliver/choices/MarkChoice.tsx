'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type DeliveryPlan, markPlaces, usualMark, type VisibleMark } from '@/core/deliver/deliveryPlan';
import type { Signature } from '@/server/operations/deliveries/signatures';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { LazyPatternField } from '../../bringIn/LazyPatternField';
import type { Patterns } from '../../bringIn/usePatterns';
import { Choice } from '../Choice';
import { markWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import { labels } from '../words';
import { NumberLine, Tick, Way } from './parts';

interface Props {
  readonly deliveryPlan: DeliveryPlan;
  readonly change: ChangeDeliveryPlan;
  readonly patterns: Patterns;
  readonly texts: readonly { readonly text: string; readonly example: string }[];
}

/** What is drawn onto the copies: a text, or a signature. */
export function MarkChoice({ deliveryPlan, change, patterns, texts }: Props) {
  const { mark } = deliveryPlan;
  const { data: signatures = [] } = useQuery({
    queryKey: queryKeys.signatures(),
    queryFn: () => apiRequest<Signature[]>('signatures'),
  });
  const put = (part: Partial<VisibleMark>) => change({ mark: { ...(mark ?? usualMark), ...part } });
  const example = texts.find((one) => one.text === mark?.text)?.example;
  const image = signatures.find((one) => one.id === mark?.image)?.name;
  const isText = mark !== null && mark.image === '';
  return (
    <Choice label="Visible mark" words={markWords(mark, example ?? '', image)} width="32rem">
      <Way
        name="mark"
        words={labels.noMark}
        isChosen={mark === null}
        onChoose={() => change({ mark: null })}
      />
      <Way
        name="mark"
        words={labels.aText}
        isChosen={isText}
        onChoose={() => put({ image: '', text: mark?.text || usualMark.text })}
      >
        <Field dense labelled width="4rem" label="Text">
          <LazyPatternField
            label="Text of the mark"
            value={mark?.text ?? ''}
            onChange={(text) => put({ text })}
            empty="nothing"
            ready={texts}
            {...patterns.offers}
          />
        </Field>
        <Field dense width="4rem" label={labels.letters}>
          <Select
            value={mark?.font}
            onChange={(event) => put({ font: event.target.value as VisibleMark['font'] })}
          >
            <option value="serif">with serifs</option>
            <option value="sans">without serifs</option>
          </Select>
        </Field>
      </Way>
      <SignatureWays mark={mark} signatures={signatures} put={put} />
      {mark && <Look mark={mark} put={put} />}
    </Choice>
  );
}

function SignatureWays({
  mark,
  signatures,
  put,
}: {
  mark: VisibleMark | null;
  signatures: readonly Signature[];
  put: (part: Partial<VisibleMark>) => void;
}) {
  const queries = useQueryClient();
  const readAgain = () => refresh(queries, { queryKey: queryKeys.signatures() });
  const add = useMutation({
    mutationFn: async (file: File): Promise<Signature> => {
      const answer = await fetch(`/api/signatures?name=${encodeURIComponent(file.name)}`, {
        method: 'POST',
        body: file,
      });
      const kept = (await answer.json()) as Signature & { message?: string };
      if (!answer.ok) throw new Error(kept.message ?? 'The image was not taken.');
      return kept;
    },
    onSuccess: async ({ id }) => {
      await readAgain();
      put({ image: id, size: 10 });
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => apiRequest(`signatures/${id}`, 'DELETE'),
    onSuccess: async (_, id) => {
      if (mark?.image === id) put({ image: '' });
      await readAgain();
    },
  });
  return (
    <>
      {signatures.map(({ id, name }) => (
        <Way
          key={id}
          name="mark"
          words={`the signature “${name}”`}
          isChosen={mark?.image === id}
          onChoose={() => put({ image: id, size: Math.max(mark?.size ?? 10, 8) })}
        >
          <Box display="flex" gap="4" alignItems="center">
            <chakra.img src={`/api/signatures/${id}`} alt="" maxHeight="2.5rem" bg="field" padding="1" />
            <LinkButton
              type="button"
              aria-label={`Remove the signature ${name}`}
              onClick={() => remove.mutate(id)}
            >
              remove it
            </LinkButton>
          </Box>
        </Way>
      ))}
      <chakra.label display="block">
        <chakra.span color="soft">Take an image as a mark (a scan will do): </chakra.span>
        <input
          type="file"
          aria-label={labels.imageOfASignature}
          accept="image/png,image/jpeg,image/webp,image/tiff"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) add.mutate(file);
            event.target.value = '';
          }}
        />
      </chakra.label>
      <Notice kind="error">{(add.error ?? remove.error)?.message}</Notice>
    </>
  );
}

function Look({ mark, put }: { mark: VisibleMark; put: (part: Partial<VisibleMark>) => void }) {
  return (
    <Box
      display="grid"
      gridTemplateColumns="auto 1fr"
      columnGap="5"
      alignItems="start"
      borderTopWidth="1px"
      paddingTop="3"
    >
      <Box
        role="radiogroup"
        aria-label="Place of the mark"
        display="grid"
        gridTemplateColumns="repeat(3, 2rem)"
        gap="1"
        bg="field"
        padding="1"
        opacity={mark.tiled ? 0.4 : 1}
      >
        {markPlaces.map((place) => (
          <PlaceInput
            key={place}
            type="radio"
            name="mark-place"
            aria-label={place}
            title={place}
            checked={mark.place === place}
            disabled={mark.tiled}
            onChange={() => put({ place })}
          />
        ))}
      </Box>
      <Box display="grid" gap="1">
        <NumberLine
          label={labels.height}
          unit="% of the short side"
          value={mark.size}
          least={0.5}
          most={100}
          onChange={(size) => put({ size })}
        />
        <NumberLine
          label="From the edge"
          unit="%"
          value={mark.offset}
          least={0}
          most={50}
          onChange={(offset) => put({ offset })}
        />
        <NumberLine
          label="Strength"
          unit="%"
          value={mark.strength}
          least={1}
          most={100}
          onChange={(strength) => put({ strength: Math.round(strength) })}
        />
        <Tick words={labels.allOverThePicture} isOn={mark.tiled} onChange={(tiled) => put({ tiled })} />
      </Box>
    </Box>
  );
}

/** A square of the nine, filled where the mark is. */
const PlaceInput = chakra('input', {
  base: {
    appearance: 'none',
    width: '2rem',
    height: '1.5rem',
    borderWidth: '1px',
    borderColor: 'rule',
    bg: 'leaf',
    cursor: 'pointer',
    _checked: { bg: 'woad', borderColor: 'woad' },
    _disabled: { cursor: 'default' },
  },
});
