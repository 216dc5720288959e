import { splitSignOff } from '../captions/signOff';
import type { FieldId } from '../catalogue/fields';
import { asText, normalisedText } from '../catalogue/value';
import {
  asksForPictures,
  type CompiledEntry,
  type CompiledTemplates,
  compileTemplates,
  fieldsAskedFor,
  templatesFor,
} from './compile';
import { statesFor } from './former';
import { evaluate, type PlaceholderContext } from './placeholders';
import type { Values } from './resolution';
import { signOffFor } from './resolve';
import type { Template } from './template';

/** The sign-offs of a set of pictures: of the templates in force, and every other that any version of a template has put. */
export interface SignOffs {
  readonly inForce: CompiledTemplates;
  /** Texts that are the same for every picture, and the number of lines of the longest. */
  readonly constants: ReadonlySet<string>;
  readonly lines: number;
  readonly others: readonly CompiledEntry[];
  /** Fields of a picture that they are made of. */
  readonly fields: readonly FieldId[];
  /** Pictures with the same fields have the same sign-off: none in force names anything else of a picture. */
  readonly areAlike: boolean;
}

/** `texts`: what all versions of all templates put after a caption. Those made of more than fields are not recognised. */
export function compileSignOffs(templates: readonly Template[], texts: readonly string[]): SignOffs {
  const inForce = compileTemplates(templatesFor('description', templates));
  const all = [...new Set(texts)].map((text) =>
    compileTemplates([{ ...NAMELESS, entries: [{ field: 'description', rule: 'after', texts: [text] }] }]),
  );
  const usable = all.filter((one) => !asksForPictures(one));
  const entries = usable.flatMap(({ fields }) => fields.flatMap((one) => one.entries));
  const constants = entries.flatMap(({ constant }) => constant?.texts ?? []);
  return {
    inForce,
    constants: new Set(constants),
    lines: Math.max(0, ...constants.map((text) => text.split('\n').length)),
    others: entries.filter((one) => !one.constant),
    fields: [...new Set([inForce, ...usable].flatMap(fieldsAskedFor))],
    areAlike: !asksForPictures(inForce),
  };
}

const NAMELESS = { id: 'former', name: '', kind: 'standing', version: 0 } as const;

/** Sign-offs that stand one under the other: of several people, or of several templates. */
const MOST_TOGETHER = 5;

/**
 * The closing lines of this picture's caption: those that stand there, whichever version of a template put
 * them; where none does, those that the templates in force put there.
 */
export function signOffOf(
  signOffs: SignOffs,
  values: Values,
  context: PlaceholderContext,
): string | undefined {
  const present = signOffs.inForce.entries === 0 ? undefined : signOffFor(signOffs.inForce, values, context);
  const description = asText(values.description);
  if (description === '' || signOffs.constants.size + signOffs.others.length === 0) return present;
  let rest = description;
  for (let found = 0; found < MOST_TOGETHER; found++) {
    const line = [present, ...closingLines(rest, signOffs, values, context)]
      .filter((one) => splitSignOff(rest, one).signedOff)
      .sort((a, b) => b!.length - a!.length)[0];
    if (line === undefined) break;
    rest = splitSignOff(rest, line).caption;
  }
  return rest === description ? present : description.slice(rest.length).replace(/^\n+/, '');
}

/** Texts that could close the description. */
function closingLines(
  description: string,
  { constants, lines, others }: SignOffs,
  values: Values,
  context: PlaceholderContext,
): string[] {
  const last = description.split('\n').slice(-lines);
  const tails = lines === 0 ? [] : last.map((_, at) => last.slice(at).join('\n'));
  const evaluated = others.flatMap(({ texts }) =>
    texts.flatMap((text) =>
      statesFor(text, context).map((state) => {
        const { text: exact, missing } = evaluate(text, state, (id) => values[id]);
        return missing.length > 0 ? '' : normalisedText(exact);
      }),
    ),
  );
  return [...tails.filter((tail) => constants.has(tail)), ...evaluated];
}
