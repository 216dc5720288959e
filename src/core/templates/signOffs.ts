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

/** The sign-offs that pictures can have: those of the templates in force, and those of every other template version. */
export interface SignOffs {
  readonly inForce: CompiledTemplates;
  /** Texts that are the same for every picture, and the number of lines of the longest. */
  readonly constants: ReadonlySet<string>;
  readonly lines: number;
  readonly others: readonly CompiledEntry[];
  /** Fields of a picture that the sign-offs use. */
  readonly fields: readonly FieldId[];
  /** True if pictures with the same fields have the same sign-off: no template in force uses the file name, for example. */
  readonly areAlike: boolean;
}

/**
 * Compiles the sign-offs once for any number of pictures. `texts`: the closing lines of all template versions; those
 * that use a picture's file name or position are skipped.
 */
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

/** Sign-offs of several people or templates can follow each other. */
const MOST_TOGETHER = 5;

/**
 * Returns the closing lines of this picture's caption, whichever version of a template put them there; without any,
 * those that the templates in force would put.
 */
export function signOffOf(
  signOffs: SignOffs,
  values: Values,
  context: PlaceholderContext,
): string | undefined {
  const present = signOffs.inForce.entries === 0 ? undefined : signOffFor(signOffs.inForce, values, context);
  const description = asText(values.description);
  if (description === '' || signOffs.constants.size + signOffs.others.length === 0) return present;
  const evaluated = [present, ...evaluatedSignOffs(signOffs, values, context)];
  let rest = description;
  for (let found = 0; found < MOST_TOGETHER; found++) {
    const [longest] = [...evaluated, ...constantTails(rest, signOffs)]
      .filter((signOff) => splitSignOff(rest, signOff).signedOff)
      .sort((a, b) => b!.length - a!.length);
    if (longest === undefined) break;
    rest = splitSignOff(rest, longest).caption;
  }
  return rest === description ? present : description.slice(rest.length).replace(/^\n+/, '');
}

/** The last lines of a text that equal a constant sign-off. */
function constantTails(text: string, { constants, lines }: SignOffs): string[] {
  if (lines === 0) return [];
  const last = text.split('\n').slice(-lines);
  return last.map((_, at) => last.slice(at).join('\n')).filter((tail) => constants.has(tail));
}

/** The sign-offs with placeholders for this picture, in every state of the details and years. */
function evaluatedSignOffs({ others }: SignOffs, values: Values, context: PlaceholderContext): string[] {
  return others.flatMap(({ texts }) =>
    texts.flatMap((text) =>
      statesFor(text, context).flatMap((state) => {
        const { text: exact, missing } = evaluate(text, state, (id) => values[id]);
        return missing.length > 0 ? [] : [normalisedText(exact)];
      }),
    ),
  );
}
