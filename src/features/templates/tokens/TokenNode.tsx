import { chakra } from '@chakra-ui/react';
import {
  $getNodeByKey,
  type DecoratorNode as Base,
  DecoratorNode,
  type EditorConfig,
  type LexicalNode,
  type NodeKey,
  type SerializedLexicalNode,
  type Spread,
} from 'lexical';
import { createContext, type JSX, useContext } from 'react';
import { parsePlaceholder } from '@/core/templates/grammar';

type Serialized = Spread<{ text: string }, SerializedLexicalNode>;

/** What a click on a token does; `unknown` are names that nothing will answer. */
export const TokenActs = createContext<{
  readonly open: (key: NodeKey) => void;
  readonly isKnown: (name: string) => boolean;
}>({ open: () => undefined, isKnown: () => true });

/** A placeholder in the text, or an edge of a phrase: one piece that is set and removed as a whole. */
export class TokenNode extends DecoratorNode<JSX.Element> {
  __text: string;

  static override getType(): string {
    return 'token';
  }
  static override clone(node: TokenNode): TokenNode {
    return new TokenNode(node.__text, node.__key);
  }
  static override importJSON({ text }: Serialized): TokenNode {
    return $createTokenNode(text);
  }
  constructor(text: string, key?: NodeKey) {
    super(key);
    this.__text = text;
  }
  override exportJSON(): Serialized {
    return { ...super.exportJSON(), text: this.__text };
  }
  override createDOM(_: EditorConfig): HTMLElement {
    return document.createElement('span');
  }
  override updateDOM(): false {
    return false;
  }
  override getTextContent(): string {
    return this.getLatest().__text;
  }
  setText(text: string): void {
    this.getWritable().__text = text;
  }
  override isInline(): true {
    return true;
  }
  override isKeyboardSelectable(): boolean {
    return false;
  }
  override decorate(): JSX.Element {
    return <Token nodeKey={this.__key} text={this.__text} />;
  }
}

export function $createTokenNode(text: string): TokenNode {
  return new TokenNode(text);
}

export function $isTokenNode(node: LexicalNode | null | undefined): node is TokenNode {
  return node instanceof TokenNode;
}

export function $setToken(key: NodeKey, text: string): void {
  const node = $getNodeByKey<Base<JSX.Element>>(key);
  if ($isTokenNode(node)) node.setText(text);
}

function Token({ nodeKey, text }: { nodeKey: NodeKey; text: string }) {
  const { open, isKnown } = useContext(TokenActs);
  if (!text.startsWith('{{'))
    return (
      <chakra.span
        color="weldText"
        fontWeight="600"
        paddingX="1px"
        title="From here to the other bracket the words are left out where a value is missing."
      >
        {text === '{[' ? '[' : ']'}
      </chakra.span>
    );
  const { name, form, fallback } = parsePlaceholder(text.slice(2, -2));
  const isFillIn = name === 'fill in';
  return (
    <chakra.span
      role="button"
      aria-label={`Placeholder ${name}${form ? `, ${form}` : ''}`}
      bg={isFillIn ? 'weld' : 'wash'}
      color={isFillIn ? 'onWeld' : 'ink'}
      borderBottomWidth="1px"
      borderColor={isKnown(name) ? 'woad' : 'weldText'}
      borderBottomStyle={isKnown(name) ? 'solid' : 'dashed'}
      paddingX="1"
      marginX="1px"
      cursor="pointer"
      whiteSpace="nowrap"
      onClick={() => open(nodeKey)}
    >
      {isFillIn ? `fill in: ${form ?? ''}` : name}
      {!isFillIn && form ? <chakra.span color="soft"> {form}</chakra.span> : null}
      {fallback !== undefined ? <chakra.span color="soft"> or “{fallback}”</chakra.span> : null}
    </chakra.span>
  );
}
