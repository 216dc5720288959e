'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { type Scope, scopeOfPart } from '@/core/drafts/scope';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { Button, LinkButton } from '@/ui/buttons';
import { useVersions } from '../set/useVersions';
import type { PhotoView } from '../set/view';
import type { WritingState } from '../store/useWriting';
import { labels } from '../words';
import { ComposeDialog } from './ComposeDialog';
import { useCopied } from './copied';
import { Disagreements } from './Disagreements';
import { GatherDialog } from './GatherDialog';
import { OutsideEdits } from './OutsideEdits';
import { PutCopied } from './PutCopied';
import { PutTemplates } from './PutTemplates';
import { ReplacedPictures } from './ReplacedPictures';
import { useDesk } from './useDesk';
import type { DeskFields } from './useDeskFields';

interface Props {
  readonly assignment: Assignment;
  readonly scope: Scope;
  readonly chosen: readonly PhotoView[];
  readonly views: readonly PhotoView[];
  readonly writing: WritingState;
  /** As the desk beside it: both are answered once. */
  readonly asked: Pick<DeskFields, 'fields'>;
  /** Where there is a selection that can grow. */
  readonly onSelect?: ((ids: readonly string[]) => void) | undefined;
}

const MOST_ASKED = 200;

type Open = 'outside' | 'replaced' | 'settle' | 'templates' | 'copied' | 'compose' | 'gather';

/** What can be done with the whole of the selection. */
export function DeskActs({
  assignment,
  scope,
  chosen,
  views,
  writing: { write, whenSaved },
  asked: { fields },
  onSelect,
}: Props) {
  const { id: assignmentId, inForce } = assignment;
  const _queries = useQueryClient();
  const [open, setOpen] = useState<Open>();
  const count = chosen.length;
  const disagreeing = useDesk(assignmentId, scope, count, fields)?.disagreeing ?? 0;
  const drafted = chosen.filter((view) => view.drafted);
  const { copied, copy, message } = useCopied(assignmentId, whenSaved);
  const versionsOf = useVersions(assignmentId, views);
  const more = useMemo(() => {
    // With very many it would take longer than it is worth.
    if (chosen.length > MOST_ASKED) return [];
    const ids = new Set(chosen.map((view) => view.id));
    const found = chosen.flatMap((view) => versionsOf(view.id));
    return [...new Set(found.map((view) => view.id))].filter((id) => !ids.has(id));
  }, [chosen, versionsOf]);
  const changed = chosen.filter((view) => view.isChanged);
  const replaced = chosen.filter((view) => view.isReplaced);
  const close = () => setOpen(undefined);
  const common = { assignmentId, scope, count };
  return (
    <>
      {drafted.length > 0 && (
        <LinkButton type="button" onClick={() => write(scopeOfPart(drafted, views), { kind: 'discard' })}>
          Discard drafts of {drafted.length === 1 ? 'this picture' : formatNumber(drafted.length)}
        </LinkButton>
      )}
      {disagreeing > 0 && (
        <LinkButton type="button" onClick={() => setOpen('settle')}>
          Settle what disagrees in {count === 1 ? 'this picture' : counted(disagreeing, 'picture')} …
        </LinkButton>
      )}
      {more.length > 0 && onSelect && (
        <LinkButton type="button" onClick={() => onSelect([...chosen.map((view) => view.id), ...more])}>
          Select {counted(more.length, 'version')} of {count === 1 ? 'it' : 'them'} too
        </LinkButton>
      )}
      {replaced.length > 0 && (
        <LinkButton type="button" onClick={() => setOpen('replaced')}>
          {labels.draftsOfAFormerPicture} …
        </LinkButton>
      )}
      {changed.length > 0 && (
        <LinkButton type="button" onClick={() => setOpen('outside')}>
          {labels.whatChangedOutside} …
        </LinkButton>
      )}
      {count === 1 && (
        <LinkButton type="button" onClick={() => copy(chosen[0]!)}>
          {labels.copyItsMetadata}
        </LinkButton>
      )}
      {message && <span role="status">{message}</span>}
      {copied && copied.id !== (count === 1 ? chosen[0]!.id : undefined) && (
        <LinkButton type="button" onClick={() => setOpen('copied')}>
          Put that of {copied.name} …
        </LinkButton>
      )}
      <LinkButton type="button" onClick={() => setOpen('compose')}>
        {labels.compose}
      </LinkButton>
      <LinkButton type="button" onClick={() => setOpen('gather')}>
        {labels.gather}
      </LinkButton>
      <Button type="button" onClick={() => setOpen('templates')}>
        {labels.applyTemplates}
      </Button>
      {open === 'settle' && (
        <Disagreements
          {...common}
          onClose={close}
          onSettle={(choices) => {
            write(scope, { kind: 'settle', choices });
            close();
          }}
        />
      )}
      {open === 'outside' && (
        <OutsideEdits
          assignmentId={assignmentId}
          scope={scopeOfPart(changed, views)}
          count={changed.length}
          write={write}
          onClose={close}
        />
      )}
      {open === 'replaced' && (
        <ReplacedPictures assignmentId={assignmentId} replaced={replaced} views={views} onClose={close} />
      )}
      {open === 'templates' && <PutTemplates {...common} inForce={inForce} write={write} onDone={close} />}
      {open === 'copied' && copied && <PutCopied {...common} copied={copied} write={write} onClose={close} />}
      {open === 'compose' && (
        <ComposeDialog {...common} assignment={assignment} write={write} onClose={close} />
      )}
      {open === 'gather' && <GatherDialog {...common} onClose={close} />}
    </>
  );
}
