'use client';

import { chakra } from '@chakra-ui/react';
import { LexicalComposer } from '@lexical/react/LexicalComposer';
import { useLexicalComposerContext } from '@lexical/react/LexicalComposerContext';
import { ContentEditable } from '@lexical/react/LexicalContentEditable';
import { LexicalErrorBoundary } from '@lexical/react/LexicalErrorBoundary';
import { HistoryPlugin } from '@lexical/react/LexicalHistoryPlugin';
import { PlainTextPlugin } from '@lexical/react/LexicalPlainTextPlugin';
import {
  $getNodeByKey,
  COMMAND_PRIORITY_LOW,
  KEY_ENTER_COMMAND,
  type LexicalEditor,
  mergeRegister,
  SKIP_DOM_SELECTION_TAG,
} from 'lexical';
import { type Ref, useEffect, useImperativeHandle, useMemo, useRef, useState } from 'react';
import { type OfferedPlaceholder, PlaceholderMenu } from './PlaceholderMenu';
import { TokenForm } from './TokenForm';
import { $isTokenNode, $setToken, TokenActs, TokenNode } from './TokenNode';
import { $canWrap, $insert, $setText, $text, $wrapPhrase, OUTSIDE, registerTokens } from './textState';

/** What the tools of a line do in its text. */
export interface TextHandle {
  readonly insert: (text: string) => void;
  readonly wrap: () => void;
  readonly focus: () => void;
}

interface Props {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (typed: string) => void;
  readonly multiline: boolean;
  readonly placeholder: string;
  readonly offered: readonly OfferedPlaceholder[];
  readonly isKnown: (name: string) => boolean;
  readonly describedBy?: string;
  readonly handle?: Ref<TextHandle>;
  readonly onWrapping?: (possible: boolean) => void;
}

const Editable = chakra(ContentEditable, {
  base: {
    minHeight: '1.75rem',
    paddingY: '0.5',
    fontSize: 'lead',
    lineHeight: '1.5',
    overflowWrap: 'anywhere',
    borderBottomWidth: '1px',
    borderColor: 'transparent',
    _hover: { borderColor: 'hairline' },
    _focusVisible: { outline: 'none', borderColor: 'woad' },
  },
});

/** A text with placeholders as tokens; as plain text it is what the core's grammar says. */
export function TokenText(props: Props) {
  const { id, label, value, multiline, placeholder, offered, isKnown, describedBy } = props;
  const [open, setOpen] = useState<string>();
  const [active, setActive] = useState(false);
  const acts = useMemo(() => ({ open: setOpen, isKnown }), [isKnown]);
  return (
    <LexicalComposer
      initialConfig={{
        namespace: id,
        nodes: [TokenNode],
        onError: (error) => {
          throw error;
        },
        editorState: () => $setText(value),
      }}
    >
      <TokenActs.Provider value={acts}>
        <chakra.div
          position="relative"
          onFocus={() => setActive(true)}
          onBlur={(event) => event.relatedTarget && setActive(false)}
        >
          <PlainTextPlugin
            contentEditable={
              <Editable
                id={id}
                aria-label={label}
                aria-multiline={multiline}
                {...(describedBy ? { 'aria-describedby': describedBy } : {})}
              />
            }
            ErrorBoundary={LexicalErrorBoundary}
          />
          {/* Not Lexical's own: it cannot know on the server whether there is a text. */}
          {value === '' && (
            <chakra.span
              aria-hidden
              position="absolute"
              top="0.125rem"
              left="0"
              pointerEvents="none"
              color="soft"
              fontStyle="italic"
              fontSize="lead"
            >
              {placeholder}
            </chakra.span>
          )}
        </chakra.div>
        <HistoryPlugin />
        {/* Each leaves a list box at the end of the page: only the line one writes in has one. */}
        {active && <PlaceholderMenu offered={offered} />}
        <Wiring {...props} />
        {open && <OpenToken key={open} nodeKey={open} onClose={() => setOpen(undefined)} />}
      </TokenActs.Provider>
    </LexicalComposer>
  );
}

/** What is typed goes out, what changes outside comes in; Enter ends a text of one line. */
function Wiring({ value, onChange, multiline, handle, onWrapping }: Props) {
  const [editor] = useLexicalComposerContext();
  const reported = useRef(value);
  const latest = useRef({ onChange, onWrapping });
  latest.current = { onChange, onWrapping };
  useEffect(
    () =>
      mergeRegister(
        registerTokens(editor),
        editor.registerUpdateListener(({ editorState, tags }) => {
          const { text, wraps } = editorState.read(() => ({ text: $text(), wraps: $canWrap() }));
          latest.current.onWrapping?.(wraps);
          if (tags.has(OUTSIDE) || text === reported.current) return;
          reported.current = text;
          latest.current.onChange(text);
        }),
        editor.registerCommand(
          KEY_ENTER_COMMAND,
          (event) => {
            if (multiline) return false;
            event?.preventDefault();
            return true;
          },
          COMMAND_PRIORITY_LOW,
        ),
      ),
    [editor, multiline],
  );
  useEffect(() => {
    if (value === reported.current) return;
    reported.current = value;
    editor.update(() => $setText(value), { tag: [OUTSIDE, SKIP_DOM_SELECTION_TAG] });
  }, [editor, value]);
  useImperativeHandle(handle, () => handleOf(editor), [editor]);
  return null;
}

function handleOf(editor: LexicalEditor): TextHandle {
  return {
    insert: (text) => {
      editor.focus();
      editor.update(() => $insert(text));
    },
    wrap: () => editor.update($wrapPhrase),
    focus: () => editor.focus(),
  };
}

function OpenToken({ nodeKey, onClose }: { nodeKey: string; onClose: () => void }) {
  const [editor] = useLexicalComposerContext();
  const text = editor.read(() => {
    const node = $getNodeByKey(nodeKey);
    return $isTokenNode(node) ? node.getTextContent() : undefined;
  });
  if (text === undefined) return null;
  return (
    <TokenForm
      text={text}
      onChange={(changed) => editor.update(() => $setToken(nodeKey, changed))}
      onRemove={() => {
        editor.update(() => $getNodeByKey(nodeKey)?.remove());
        onClose();
      }}
      onClose={() => {
        onClose();
        editor.focus();
      }}
    />
  );
}
