import type { Structure } from '../catalogue/value';
import {
  type CompiledText,
  compileText,
  evaluate,
  type FieldLookup,
  type PlaceholderContext,
} from './placeholders';

/** Structures of a template with their texts compiled, in the same shape. */
export type CompiledStructure = { readonly [member: string]: CompiledMember };
type CompiledMember = CompiledText | CompiledStructure | readonly (CompiledText | CompiledStructure)[];

/** A structure whose texts hold placeholders, ready for many pictures. */
export function compileStructure(structure: Structure): CompiledStructure {
  return Object.fromEntries(Object.entries(structure).map(([key, member]) => [key, compileMember(member)]));
}

function compileMember(member: Structure[string]): CompiledMember {
  if (typeof member === 'string') return compileText(member);
  if (Array.isArray(member))
    return (member as readonly (string | Structure)[]).map((item) =>
      typeof item === 'string' ? compileText(item) : compileStructure(item),
    );
  return compileStructure(member as Structure);
}

/** The structure for one picture; members without a value are left out. */
export function evaluateStructure(
  compiled: CompiledStructure,
  context: PlaceholderContext,
  fields: FieldLookup,
): { structure: Structure; missing: string[] } {
  const missing: string[] = [];
  const one = (member: CompiledMember): Structure[string] => {
    if (Array.isArray(member)) return member.map((item) => one(item)) as readonly string[];
    if (!isText(member)) return whole(member as CompiledStructure);
    const evaluated = evaluate(member, context, fields);
    missing.push(...evaluated.missing);
    return evaluated.text;
  };
  const whole = (members: CompiledStructure): Structure =>
    Object.fromEntries(Object.entries(members).map(([key, member]) => [key, one(member)]));
  return { structure: whole(compiled), missing };
}

function isText(member: CompiledMember): member is CompiledText {
  return !Array.isArray(member) && Array.isArray((member as CompiledText).parts);
}

/** The compiled texts of a structure, at any depth. */
export function textsIn(compiled: CompiledStructure): CompiledText[] {
  const inside = (member: CompiledMember): CompiledText[] =>
    Array.isArray(member)
      ? member.flatMap(inside)
      : isText(member)
        ? [member]
        : textsIn(member as CompiledStructure);
  return Object.values(compiled).flatMap(inside);
}
