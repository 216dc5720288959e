import { type FieldId, fieldIds, isFieldId } from '../catalogue/fields';
import { asList, type FieldValue, isEmpty, type Structure, structuresOf } from '../catalogue/value';
import { uniqueTerms } from '../keywords/parse';

type Wanted = ReadonlyMap<FieldId, FieldValue | null>;

/** The field of the other languages of a text. */
const languagesOf = new Map<FieldId, FieldId>(
  fieldIds.flatMap((id): [FieldId, FieldId][] => {
    const languages = `${id}Languages`;
    return isFieldId(languages) ? [[id, languages]] : [];
  }),
);

/**
 * The wanted changes with what they bring with them; the proof shows these as it shows the others. A text
 * that is erased takes its other languages along: readers would show one of them as the text. A position
 * that is erased takes its altitude along. A keyword tree brings its words (Metadata Working Group
 * guidelines 2.0, 5.6: the flat list holds them too). What is wanted by name wins.
 */
export function withImplied(wanted: Wanted, present: (id: FieldId) => FieldValue | undefined): Wanted {
  const all = new Map(wanted);
  for (const [id, value] of wanted) {
    const languages = languagesOf.get(id);
    if (languages && isEmpty(value) && !wanted.has(languages) && !isEmpty(present(languages)))
      all.set(languages, null);
  }
  if (erasesPosition(wanted) && !wanted.has('gpsAltitude') && !isEmpty(present('gpsAltitude')))
    all.set('gpsAltitude', null);
  const tree = wanted.get('keywordHierarchy');
  if (!isEmpty(tree)) {
    const flat = wanted.has('keywords') ? wanted.get('keywords') : present('keywords');
    const terms = uniqueTerms([...asList(flat), ...treeWords(structuresOf(tree))]);
    if (terms.length > asList(flat).length) all.set('keywords', terms);
  }
  return all;
}

/** The fields that decide what changes of these bring with them, these among them. */
export function fieldsImplied(wanted: readonly FieldId[]): readonly FieldId[] {
  const languages = wanted.flatMap((id) => languagesOf.get(id) ?? []);
  const altitude: readonly FieldId[] = wanted.includes('gpsLatitude') ? ['gpsAltitude'] : [];
  const words: readonly FieldId[] = wanted.includes('keywordHierarchy') ? ['keywords'] : [];
  return [...new Set([...wanted, ...languages, ...altitude, ...words])];
}

/** Both coordinates are erased, and no altitude is wanted: the picture is to tell no place. */
export function erasesPosition(wanted: Wanted): boolean {
  const erased = (id: FieldId) => wanted.has(id) && isEmpty(wanted.get(id));
  return erased('gpsLatitude') && erased('gpsLongitude') && isEmpty(wanted.get('gpsAltitude'));
}

/** Words of a tree that apply to the picture: those marked so, and the narrowest unless they are marked not to. */
function treeWords(nodes: readonly Structure[]): string[] {
  return nodes.flatMap((node) => {
    const below = structuresOf(node.children as readonly Structure[] | undefined);
    const applied = String(node.applied ?? '').toLowerCase();
    const counts = applied === 'true' || (applied !== 'false' && below.length === 0);
    const word = typeof node.keyword === 'string' ? node.keyword : '';
    return [...(counts && word !== '' ? [word] : []), ...treeWords(below)];
  });
}
