import type { SystemStyleObject } from '@chakra-ui/react';

const cut: SystemStyleObject = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' };

/** How the sheet dresses its pictures (SheetPicture): once for all of them. */
export const sheetStyles: SystemStyleObject = {
  '& .picture': { minWidth: '0', padding: '2', cursor: 'default', outlineOffset: '-2px' },
  '& .picture[data-current]': { outline: '1px dashed', outlineColor: 'woad' },
  '& .picture[aria-selected=true]': { background: 'wash', outline: '2px solid', outlineColor: 'woad' },
  '& .field': { background: 'field', aspectRatio: '3 / 2' },
  '& .field img': { width: '100%', height: '100%', objectFit: 'contain' },
  '& .head': {
    display: 'flex',
    alignItems: 'center',
    gap: '2',
    fontSize: 'small',
    minHeight: '1.75rem',
    marginTop: '1',
  },
  '& .name': { ...cut, fontWeight: '600', flexShrink: '0', maxWidth: '62%' },
  '& .state': { ...cut, minWidth: '0', color: 'weldText' },
  '& .state.draft': { color: 'woad' },
  '& .strip': { display: 'flex', flex: '1', flexShrink: '0', justifyContent: 'flex-end' },
  '& .line': { display: 'flex', gap: '3', fontSize: 'small' },
  '& .notice': { ...cut, flex: '1', color: 'soft' },
  '& .notice.lacking': { color: 'weldText' },
  '& .reason': { ...cut, flex: '1', color: 'ink' },
  '& .besides': { color: 'soft', whiteSpace: 'nowrap' },
  '& .caption': {
    fontFamily: 'heading',
    fontSize: '0.9062rem',
    lineHeight: '1.35',
    minHeight: '2.7em',
    marginTop: '0.5',
    lineClamp: '2',
  },
  '& .caption.lacking': { color: 'soft' },
  '& .picture[aria-selected=true] .caption.lacking': { color: 'ink' },
  '& .row': {
    position: 'absolute',
    top: '0',
    left: '0',
    right: '0',
    display: 'grid',
    gap: '2',
    paddingBottom: '2',
    // What a row holds changes nothing outside it: it is styled, laid out and painted by itself.
    contain: 'layout style paint',
  },
};
