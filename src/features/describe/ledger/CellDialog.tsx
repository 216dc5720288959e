'use client';

import { useId, useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { type FieldValue, sameValue } from '@/core/catalogue/value';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { FieldHelp } from '../../fields/FieldHelp';
import { ValueEditor } from '../../fields/ValueEditor';
import { labels } from '../words';

/** A cell of several parts: its editor needs more room than a cell has. */
export function CellDialog({
  field,
  name,
  value: held,
  onSave,
  onClose,
}: {
  field: FieldId;
  name: string;
  value: FieldValue | null;
  onSave: (value: FieldValue | null) => void;
  onClose: () => void;
}) {
  const id = useId();
  const [value, setValue] = useState(held);
  return (
    <Dialog
      title={`${fieldLabel(field)} of ${name}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button
          type="button"
          fontWeight="600"
          onClick={() => {
            if (!sameValue(value, held)) onSave(value);
            onClose();
          }}
        >
          {labels.saveAsADraft}
        </Button>
      }
    >
      <FieldHelp id={field} elementId={`${id}-help`} />
      <ValueEditor id={id} field={field} value={value} describedBy={`${id}-help`} onChange={setValue} />
    </Dialog>
  );
}
