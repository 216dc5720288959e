import type { FieldId } from '../../../core/catalogue/fields';
import type { PlaceholderContext } from '../../../core/templates/placeholders';
import type { Values } from '../../../core/templates/resolution';
import { type CompiledTemplates, compileTemplates } from '../../../core/templates/resolve';
import { compileSignOffs, signOffOf } from '../../../core/templates/signOffs';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import type { StoredRecord } from '../../db/stored/records';
import { installationContext } from '../identities/identities';
import { signOffTexts } from '../templates/formerTexts';
import { photoFacts, placeholderContext } from '../templates/placeholderContext';
import { templatesById } from '../templates/templates';
import { readAssignment } from './assignments';

type InForcePhoto = {
  readonly name: string;
  readonly record: Pick<StoredRecord, 'camera' | 'pixels'>;
  readonly place: number;
  readonly folder: string;
};

/** The templates in force of an assignment, compiled once, with what their placeholders need. */
export interface InForce {
  readonly templates: readonly Template[];
  readonly compiled: CompiledTemplates;
  readonly contextOf: (photo: InForcePhoto) => PlaceholderContext;
  readonly signOffOf: (photo: InForcePhoto, values: Values) => string | undefined;
  /** What any version of any template puts after a caption. */
  readonly signOffTexts: readonly string[];
  /** Fields of a picture that a caption is distinguished by: the description, and what its sign-off is made of. */
  readonly captionFields: readonly FieldId[];
  /** Pictures with the same fields have the same sign-off: it names nothing else that is a picture's own. */
  readonly areSignOffsAlike: boolean;
}

/** The templates in force, compiled, with the context of each photo. */
export async function inForceOf(context: Context, assignmentId: string): Promise<InForce> {
  const assignment = await readAssignment(context, assignmentId);
  const templates = await templatesById(context, assignment.inForce);
  const compiled = compileTemplates(templates);
  const texts = await signOffTexts(context);
  const signOffs = compileSignOffs(templates, texts);
  const installation = await installationContext(context);
  const contextOf: InForce['contextOf'] = (photo) =>
    placeholderContext(assignment, photoFacts(photo), installation);
  return {
    templates,
    compiled,
    contextOf,
    signOffOf: (photo, values) => signOffOf(signOffs, values, contextOf(photo)),
    captionFields: [...new Set<FieldId>(['description', ...signOffs.fields])],
    signOffTexts: texts,
    areSignOffsAlike: signOffs.areAlike,
  };
}
