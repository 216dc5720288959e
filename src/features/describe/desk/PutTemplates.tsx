'use client';

import type { Scope } from '@/core/drafts/scope';
import type { Write } from '../store/useWriting';
import { TemplatesDialog } from './TemplatesDialog';

/** Chooses templates for some pictures, and writes what they say as drafts. */
export function PutTemplates({
  assignmentId,
  scope,
  count,
  inForce,
  write,
  onDone,
}: {
  assignmentId: string;
  scope: Scope;
  count: number;
  inForce: readonly string[];
  write: Write;
  onDone: () => void;
}) {
  return (
    <TemplatesDialog
      assignmentId={assignmentId}
      scope={scope}
      count={count}
      inForce={inForce}
      onClose={onDone}
      onPut={(templates) => {
        write(scope, { kind: 'put-templates', templates });
        onDone();
      }}
    />
  );
}
