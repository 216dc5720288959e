import {
  $createLineBreakNode,
  $createParagraphNode,
  $createTextNode,
  $getRoot,
  $getSelection,
  $isRangeSelection,
  type LexicalEditor,
  type LexicalNode,
  TextNode,
} from 'lexical';
import { piecesOf } from '../../../core/templates/textPieces';
import { $createTokenNode, $isTokenNode } from './TokenNode';

/** Marks an update that came from outside: it is not told back. */
export const OUTSIDE = 'outside';

function $nodesOf(text: string): LexicalNode[] {
  return piecesOf(text).flatMap((piece): LexicalNode[] =>
    piece.kind === 'plain' ? $linesOf(piece.text) : [$createTokenNode(piece.text)],
  );
}

function $linesOf(text: string): LexicalNode[] {
  return text.split('\n').flatMap((line, index): LexicalNode[] => {
    const words = line === '' ? [] : [$createTextNode(line)];
    return index === 0 ? words : [$createLineBreakNode(), ...words];
  });
}

/** Sets the whole text. */
export function $setText(text: string): void {
  $getRoot()
    .clear()
    .append($createParagraphNode().append(...$nodesOf(text)));
}

export function $text(): string {
  return $getRoot().getTextContent();
}

/** Puts text with placeholders where the cursor is, or at the end. */
export function $insert(text: string): void {
  const selection = $getSelection() ?? $getRoot().selectEnd();
  selection.insertNodes($nodesOf(text));
}

/** Puts the chosen words between the edges of a phrase. */
export function $wrapPhrase(): void {
  const selection = $getSelection();
  if (!$isRangeSelection(selection)) return;
  const inside = selection.getTextContent();
  selection.insertNodes($nodesOf(`{[${inside}]}`));
}

/** Whether chosen words hold a placeholder and no phrase: only these make a phrase. */
export function $canWrap(): boolean {
  const selection = $getSelection();
  if (!$isRangeSelection(selection) || selection.isCollapsed()) return false;
  const tokens = selection.getNodes().filter($isTokenNode);
  return tokens.length > 0 && tokens.every((one) => one.getTextContent().startsWith('{{'));
}

/** Makes a token of what is typed or pasted as "{{ … }}", or as the edge of a phrase. */
export function registerTokens(editor: LexicalEditor): () => void {
  return editor.registerNodeTransform(TextNode, (node) => {
    const pieces = piecesOf(node.getTextContent());
    if (!pieces.some((one) => one.kind !== 'plain')) return;
    const made = pieces.map((one) =>
      one.kind === 'plain' ? $createTextNode(one.text) : $createTokenNode(one.text),
    );
    let last: LexicalNode = node;
    for (const one of made) last = last.insertAfter(one);
    node.remove();
    last.selectNext(0, 0);
  });
}
