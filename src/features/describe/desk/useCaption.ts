'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { nameAt, withName, withoutName } from '@/core/captions/findPeople';
import { asList, asText } from '@/core/catalogue/value';
import type { Across } from '@/core/drafts/across';
import type { Scope } from '@/core/drafts/scope';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { isStep, type WritingEdit } from '../store/edit';
import { useBox } from '../store/useBox';
import { useBoxStore, useEditsAfter } from '../store/useEditStore';
import type { Write } from '../store/useWriting';
import { useMetCaption } from './useMetCaption';

const nothing: Across = { empty: 0, variants: [] };

export interface CaptionState {
  readonly box: React.RefObject<HTMLTextAreaElement | null>;
  readonly held: Across;
  /** False where pictures have different captions: then no act may write the text of the box into them. */
  readonly isSame: boolean;
  readonly text: string;
  readonly type: (text: string) => void;
  readonly save: () => boolean;
  /** Puts a name in place of what is between two places (at the cursor without them), and into Person Shown. */
  readonly putName: (name: string, from?: number, to?: number) => void;
  /** Takes a name out of the caption; out of Person Shown as well with `everywhere`. */
  readonly takeName: (name: string, everywhere: boolean) => void;
  /** Names that were in the caption and are not any more, while they are in Person Shown. */
  readonly gone: readonly string[];
  readonly dismissGone: (name: string) => void;
}

/** The caption of some pictures while it is written, with the people that go in and out with it. */
export function useCaption(scope: Scope, desk: Desk | undefined, write: Write): CaptionState {
  const box = useRef<HTMLTextAreaElement>(null);
  const people = useRef({ add: new Set<string>(), remove: new Set<string>() });
  const held = desk?.caption ?? nothing;
  const isSame = held.variants.length + (held.empty > 0 ? 1 : 0) <= 1;
  const [isTyping, setTyping] = useState(false);
  const seen = useMetCaption(desk?.caption, isTyping);
  const shown = useShownCaption(scope, desk);
  const writingOf = (text: string) => {
    const { add, remove } = people.current;
    return {
      kind: 'caption' as const,
      text,
      ...seen.met(),
      ...(add.size > 0 ? { addPeople: [...add] } : {}),
      ...(remove.size > 0 ? { removePeople: [...remove] } : {}),
    };
  };
  const {
    value: text,
    change: type,
    save,
    isOpen,
  } = useBox<string>({
    scope,
    shown,
    isSame: isSameText,
    keepsSame: true,
    isRead: desk !== undefined,
    baseOf: seen.base,
    writingOf,
    write: (meant, writing, how) => {
      if (writing.kind === 'caption') seen.wrote(writing.text);
      people.current = { add: new Set(), remove: new Set() };
      write(meant, writing, how);
    },
  });
  if (isOpen !== isTyping) setTyping(isOpen);
  useEarlyWords(desk, isOpen ? text : '', type);
  const isKnown = desk !== undefined;
  const putName = useCallback(
    (name: string, from?: number, to?: number) => {
      if (!isKnown || (!isSame && from === undefined)) {
        // The captions are not loaded yet, or differ: the name goes into none of them.
        write(scope, { kind: 'add-people', terms: [name] });
        return;
      }
      const now = box.current?.value ?? text;
      const at = from ?? box.current?.selectionEnd ?? now.length;
      const without = from === undefined ? now : `${now.slice(0, from)}${now.slice(to)}`;
      const isThere = nameAt(without, name) !== -1;
      const put = isThere ? { text: without, cursor: at } : withName(now, name, at, to ?? at);
      people.current.add.add(name);
      people.current.remove.delete(name);
      type(put.text);
      save();
      requestAnimationFrame(() => box.current?.setSelectionRange(put.cursor, put.cursor));
    },
    [isKnown, isSame, scope, write, text, type, save],
  );
  const takeName = useCallback(
    (name: string, everywhere: boolean) => {
      if (everywhere) people.current.remove.add(name);
      people.current.add.delete(name);
      type(withoutName(box.current?.value ?? text, name));
      save();
    },
    [text, type, save],
  );
  const { gone, dismissGone } = useGone(text, asList(desk?.fields.personShown?.same));
  return { box, held, isSame, text, type, save, putName, takeName, gone, dismissGone };
}

/** Blanks at the end are not saved. */
const isSameText = (a: string, b: string) => a.trimEnd() === b.trimEnd();

/** The caption of the pictures; until it is read, the one that was just written into them. */
function useShownCaption(scope: Scope, desk: Desk | undefined): string {
  const edits = useEditsAfter(useBoxStore(), desk?.snapshot);
  if (desk) return asText(desk.caption.same);
  const asked = JSON.stringify(scope);
  const last = edits.findLast(
    (edit): edit is WritingEdit =>
      !isStep(edit) && edit.writing.kind === 'caption' && JSON.stringify(edit.scope) === asked,
  );
  return last?.writing.kind === 'caption' ? last.writing.text : '';
}

/** Words that were typed before the caption was known go behind it, and never over it. */
function useEarlyWords(desk: Desk | undefined, typed: string, type: (text: string) => void): void {
  const isKnown = useRef(desk !== undefined);
  useEffect(() => {
    if (isKnown.current || !desk) return;
    isKnown.current = true;
    const caption = asText(desk.caption.same);
    if (caption !== '' && typed.trim() !== '' && !typed.includes(caption))
      type(`${caption} ${typed.trimStart()}`);
  }, [desk, typed, type]);
}

function useGone(text: string, shown: readonly string[]) {
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const named = shown.filter((name) => nameAt(text, name) !== -1).join('\n');
  useEffect(() => {
    if (named !== '') setSeen((before) => new Set([...before, ...named.split('\n')]));
  }, [named]);
  const dismissGone = useCallback(
    (name: string) => setSeen((before) => new Set([...before].filter((one) => one !== name))),
    [],
  );
  const gone = shown.filter((name) => seen.has(name) && nameAt(text, name) === -1);
  return { gone, dismissGone };
}
