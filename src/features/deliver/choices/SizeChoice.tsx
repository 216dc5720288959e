'use client';

import { Box } from '@chakra-ui/react';
import type { CopySize, DeliveryPlan } from '@/core/deliver/deliveryPlan';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { Choice } from '../Choice';
import { sizesWords, sizeWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import { labels } from '../words';
import { NumberLine, Tick } from './parts';

const MOST_SIZES = 6;
const kinds: readonly (readonly [CopySize['by'], string, CopySize])[] = [
  ['whole', 'full size', { by: 'whole' }],
  ['long', 'long side', { by: 'long', pixels: 2048 }],
  ['short', 'short side', { by: 'short', pixels: 1080 }],
  ['box', 'within a box', { by: 'box', width: 1920, height: 1080 }],
  ['megapixels', 'megapixels', { by: 'megapixels', amount: 4 }],
  ['percent', 'percent', { by: 'percent', amount: 50 }],
];

/** How large copies are; several sizes of each picture where that is wanted. */
export function SizeChoice({
  deliveryPlan,
  change,
}: {
  deliveryPlan: DeliveryPlan;
  change: ChangeDeliveryPlan;
}) {
  const { sizes } = deliveryPlan;
  const put = (at: number, size: CopySize) =>
    change({ sizes: sizes.map((one, n) => (n === at ? size : one)) });
  return (
    <Choice label="Size" words={sizesWords(sizes)}>
      {sizes.map((size, at) => (
        <Box key={at} display="grid" gap="1">
          <Box display="flex" gap="3" alignItems="center">
            <Select
              aria-label={at === 0 ? labels.sizeOfTheCopies : `Further size ${at}`}
              value={size.by}
              onChange={(event) => put(at, kinds.find(([by]) => by === event.target.value)![2])}
            >
              {kinds.map(([by, words]) => (
                <option key={by} value={by}>
                  {words}
                </option>
              ))}
            </Select>
            {at > 0 && (
              <LinkButton
                type="button"
                aria-label={`Leave out ${sizeWords(size)}`}
                onClick={() => change({ sizes: sizes.filter((_, n) => n !== at) })}
              >
                leave out
              </LinkButton>
            )}
          </Box>
          <SizeNumbers size={size} onChange={(next) => put(at, next)} />
        </Box>
      ))}
      {sizes.length < MOST_SIZES && (
        <Box>
          <LinkButton
            type="button"
            onClick={() => change({ sizes: [...sizes, { by: 'long', pixels: 1024 }] })}
          >
            {labels.addAFurtherSize}
          </LinkButton>
        </Box>
      )}
      <Tick
        words="enlarge pictures that are smaller"
        isOn={deliveryPlan.enlarges}
        onChange={(enlarges) => change({ enlarges })}
      />
    </Choice>
  );
}

function SizeNumbers({ size, onChange }: { size: CopySize; onChange: (size: CopySize) => void }) {
  const SIDE = 60_000;
  switch (size.by) {
    case 'long':
    case 'short':
      return (
        <NumberLine
          label={size.by === 'long' ? labels.longSide : labels.shortSide}
          unit="pixels"
          value={size.pixels}
          least={1}
          most={SIDE}
          onChange={(pixels) => onChange({ ...size, pixels: Math.round(pixels) })}
        />
      );
    case 'box':
      return (
        <>
          {(['width', 'height'] as const).map((side) => (
            <NumberLine
              key={side}
              label={side === 'width' ? labels.width : labels.height}
              unit="pixels"
              value={size[side]}
              least={1}
              most={SIDE}
              onChange={(pixels) => onChange({ ...size, [side]: Math.round(pixels) })}
            />
          ))}
        </>
      );
    case 'megapixels':
    case 'percent':
      return (
        <NumberLine
          label={size.by === 'percent' ? labels.percent : labels.megapixels}
          value={size.amount}
          least={0.1}
          most={1000}
          onChange={(amount) => onChange({ ...size, amount })}
        />
      );
    default:
      return null;
  }
}
