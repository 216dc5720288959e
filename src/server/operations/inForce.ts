import type { PlaceholderContext } from '../../core/templates/placeholders';
import {
  type CompiledTemplates,
  compileTemplates,
  signOffFor,
  type Values,
} from '../../core/templates/resolve';
import type { Template } from '../../core/templates/template';
import type { Queries } from '../db/client';
import type { StoredRecord } from '../db/stored';
import { readAssignment } from './assignments';
import { localToday, placeholderContext } from './context';
import { templatesById } from './templates';

/** The templates in force of an assignment, compiled once, with what their placeholders need. */
export interface InForce {
  readonly templates: readonly Template[];
  readonly compiled: CompiledTemplates;
  readonly contextOf: (photo: { name: string; record: StoredRecord }) => PlaceholderContext;
  readonly signOffOf: (photo: { name: string; record: StoredRecord }, values: Values) => string | undefined;
}

export async function inForceOf(db: Queries, assignmentId: string): Promise<InForce> {
  const assignment = await readAssignment(db, assignmentId);
  const templates = await templatesById(db, assignment.inForce);
  const compiled = compileTemplates(templates);
  const today = localToday();
  const contextOf: InForce['contextOf'] = ({ name, record }) =>
    placeholderContext(assignment, { name, camera: record.camera.camera }, today);
  return {
    templates,
    compiled,
    contextOf,
    signOffOf: (photo, values) => signOffFor(compiled, values, contextOf(photo)),
  };
}
