'use client';

import { TemplatesDialog } from './TemplatesDialog';
import type { Write } from './useWriting';

/** Chooses templates for some pictures, and writes what they say as drafts. */
export function PutTemplates({
  assignmentId,
  ids,
  inForce,
  write,
  onDone,
}: {
  assignmentId: string;
  ids: readonly string[];
  inForce: readonly string[];
  write: Write;
  onDone: () => void;
}) {
  return (
    <TemplatesDialog
      assignmentId={assignmentId}
      ids={ids}
      inForce={inForce}
      onClose={onDone}
      onPut={(templates) => {
        write(ids, { kind: 'put-templates', templates });
        onDone();
      }}
    />
  );
}
