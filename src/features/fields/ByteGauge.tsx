'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { FieldId } from '@/core/catalogue/fields';
import { formatNumber } from '@/core/wording/counts';
import { byteUse } from './fieldText';

const TOLD_FROM = 0.8;
const CUT_SHOWN = 120;

/** How full IIM is: shown above 80 %; what an older program would cut off is struck through. */
export function ByteGauge({ id, text }: { id: FieldId; text: string }) {
  const use = byteUse(id, text);
  if (!use || use.bytes < use.most * TOLD_FROM) return null;
  const { bytes, most, cut } = use;
  return (
    <Box textStyle="hint" color={cut ? 'weldText' : 'soft'}>
      {formatNumber(bytes)} of {formatNumber(most)} bytes{cut ? '; IIM will cut it: ' : ''}
      {cut && (
        <>
          … {cut.kept.slice(-20)}
          <chakra.s>{cut.lost.slice(0, CUT_SHOWN)}</chakra.s>
          {cut.lost.length > CUT_SHOWN && ' …'}
        </>
      )}
    </Box>
  );
}
