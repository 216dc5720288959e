'use client';

import { useMemo } from 'react';
import { namingFields } from '@/core/captions/captionHelp';
import { useRemembered } from '@/ui/useRemembered';
import { useShownFields } from '../../fields/useShownFields';
import { fieldsFor } from './FieldsPanel';
import { type PanelName, panelFields } from './panels';

/** Which panel of the desk is open, and the fields that are asked for it; each kind of desk remembers its own. */
export function useDeskFields(place: 'desk' | 'one') {
  const [panel, setPanel] = useRemembered<PanelName | ''>(`panel ${place}`, '');
  const shown = useShownFields('fabrica:desk fields');
  const fields = useMemo(() => {
    const more = panel === 'all' ? fieldsFor(shown) : panel === '' ? [] : panelFields[panel];
    return [...new Set([...namingFields, ...more])];
  }, [panel, shown]);
  return { panel, setPanel, shown, fields };
}
export type DeskFields = ReturnType<typeof useDeskFields>;
