'use client';

import { Box, type BoxProps } from '@chakra-ui/react';

/**
 * error: something failed, and is read aloud at once · warning: worth a look · info: state ·
 * banner: across the page, for what must not be overlooked.
 */
export type NoticeKind = 'error' | 'warning' | 'info' | 'banner';

const looks: Readonly<Record<NoticeKind, BoxProps>> = {
  error: { role: 'alert', color: 'weldText' },
  warning: { role: 'status', color: 'weldText' },
  info: { role: 'status', color: 'soft' },
  banner: { role: 'alert', bg: 'weld', color: 'onWeld', paddingX: '5', paddingY: '1.5' },
};

/**
 * A sentence about what happened. Without content it is not there; a state keeps its place, so that a
 * change of it is read aloud.
 */
export function Notice({ kind, ...rest }: BoxProps & { readonly kind: NoticeKind }) {
  return rest.children || kind === 'info' ? <Box fontSize="body" {...looks[kind]} {...rest} /> : null;
}
