import type { VocabularyProblemCode } from '../../core/keywords/vocabulary/check';
import { vocabularyWords } from '../../core/keywords/vocabulary/words';
import { formatNumber } from '../../core/wording/counts';

/** A row of the table: HTTP status, what happened, and what to do about it. */
interface ErrorRow<Details> {
  readonly status: 400 | 404 | 405 | 408 | 409 | 413 | 422 | 503 | 507;
  readonly words: (details: Details) => string;
  readonly remedy?: string;
}
const row = <Details = void>(
  status: ErrorRow<Details>['status'],
  words: ErrorRow<Details>['words'],
  remedy?: string,
): ErrorRow<Details> => ({ status, words, ...(remedy ? { remedy } : {}) });

interface Named {
  readonly name: string;
}
interface AtPath {
  readonly path: string;
}
interface Because {
  readonly why: string;
}

/** Why a request cannot be carried out: the only place where its status, words and remedy are. */
const errors = {
  // requests
  'request-not-understood': row<{ where: string }>(400, ({ where }) =>
    where ? `The request is not understood: ${where}.` : 'The request is not understood.',
  ),
  'too-much-text': row<{ unit: 'characters' | 'entries'; most: number }>(
    400,
    ({ unit, most }) => `At most ${formatNumber(most)} ${unit} are possible here.`,
    'Shorten it.',
  ),
  'site-refuses': row(
    422,
    () => 'The simulated site takes JPEG, PNG, WebP and TIFF only.',
    'Choose another picture.',
  ),
  'data-disk-full': row(
    507,
    () => 'The disk with Fabrica’s data is full: nothing more can be kept there.',
    'Make room on it; what you typed waits in this window, and is saved then.',
  ),
  'database-away': row(
    503,
    () => 'Fabrica’s database does not answer just now.',
    'It is started again by itself; what you typed waits in this window, and is saved then.',
  ),
  'too-busy': row(503, () => 'Too much is asked of Fabrica at the same time.', 'Try again in a moment.'),
  'request-too-slow': row(408, () => 'The request did not arrive in time.', 'Try again.'),
  'request-too-large': row(413, () => 'The request is too large.'),
  'query-not-understood': row<{ where: string }>(
    422,
    ({ where }) => `The address is not understood: ${where}.`,
  ),
  'key-unusable': row(422, () => 'The key of this request cannot be used.'),
  'key-of-another-act': row(409, () => 'The key of this request was used for something else.'),
  'whole-list-needed': row(422, () => 'This is no place in the list.', 'Ask for the whole list.'),
  'not-found': row<{ what: string }>(404, ({ what }) => `There is no such ${what} any more.`),
  'changed-elsewhere': row<{ what: string; kept: string }>(
    409,
    ({ what, kept }) =>
      `${what} ${/s$/.test(what) && what !== 'This' ? 'were' : 'was'} changed in another window meanwhile. ${kept}`,
  ),
  // backups
  'backup-unreadable': row<Because>(422, ({ why }) => why),
  'backup-not-loaded': row(
    409,
    () => 'This backup is not loaded any more: another backup was compared since.',
    'Compare it again.',
  ),
  'backup-failed': row(
    409,
    () => 'Nothing was restored: backing up the current data failed.',
    'The Backups page shows the reason.',
  ),
  // names and values
  'name-missing': row<{ what: string; hint?: string }>(
    422,
    ({ what, hint = '' }) => `Give ${what} a name${hint}.`,
  ),
  'name-signs': row(422, () => 'A name cannot hold the signs { } : or ?.'),
  'name-without-letter': row(422, () => 'This name holds no letter.'),
  'name-of-placeholder': row<Named>(
    422,
    ({ name }) => `“${name}” is the name of a placeholder already.`,
    'Choose another.',
  ),
  'own-name-missing': row(422, () => 'Your name is missing.', 'Enter your name first.'),
  'value-not-allowed': row<Because>(422, ({ why }) => why),
  'fact-unnamed': row<{ value: string }>(422, ({ value }) => `Give the fact “${value}” a name.`),
  'fact-named-twice': row<Named>(422, ({ name }) => `Two facts are called “${name}”.`, 'Rename one.'),
  'pattern-unusable': row<{ what: string } & Because>(
    422,
    ({ what, why }) => `The pattern of ${what} cannot be used. ${why}`,
  ),
  'condition-not-understood': row<{ condition: string }>(
    422,
    ({ condition }) => `“${condition}” is no condition.`,
    'Remove it, or choose its parts again.',
  ),
  'index-behind': row<{ pictures: number }>(
    503,
    ({ pictures }) => `Changed pictures are still being read into the index: ${pictures}.`,
    'Try again in a moment.',
  ),
  'check-too-many': row<{ most: number }>(
    422,
    ({ most }) => `Checklists are searched in at most ${most} pictures at once.`,
    'Narrow the search, by assignment or year for example.',
  ),
  'found-differs': row<{ pictures: number }>(
    409,
    ({ pictures }) =>
      `The search finds ${pictures} ${pictures === 1 ? 'picture' : 'pictures'} now. Nothing was written.`,
    'Look at them again, then write.',
  ),
  'found-too-many': row<{ most: number }>(
    422,
    ({ most }) => `More than ${most} pictures cannot be written to at once.`,
    'Narrow the search, by year for example.',
  ),
  'name-taken': row<{ what: string; name: string }>(
    409,
    ({ what, name }) => `${what} called “${name}” is there already.`,
    'Choose another name.',
  ),
  'gazetteer-away': row(
    503,
    () => 'The list of towns does not answer.',
    'Type the place by hand, or try again.',
  ),
  'gives-up-rights': row<{ pictures: number }>(
    409,
    ({ pictures }) =>
      `This gives ${pictures === 1 ? 'a picture' : `${pictures} pictures`} away, for ever: anybody may then use ${pictures === 1 ? 'it' : 'them'}, for anything, unnamed and unpaid.`,
    'Confirm it, or keep your rights.',
  ),
  'caption-written-elsewhere': row<{ name: string; now: string }>(
    409,
    ({ name, now }) => `The caption of ${name} ${now}: it was written elsewhere meanwhile.`,
  ),
  // vocabulary
  'vocabulary-refused': row<{ why: VocabularyProblemCode; term: string; other: string }>(
    422,
    ({ why, term, other }) => vocabularyWords[why]({ term, other }),
  ),
  'vocabulary-changed-since': row<{ term: string }>(
    409,
    ({ term }) => `“${term}” was changed since then. Nothing was done.`,
  ),
  'vocabulary-file-unreadable': row<Because>(
    422,
    ({ why }) => `The file could not be read: ${why}.`,
    'Choose its kind, or save it again.',
  ),
  // folders and files
  'path-too-long': row(422, () => 'This path is too long.'),
  'path-not-whole': row<AtPath>(422, ({ path }) => `“${path}” is not a whole path.`, 'Begin with “/”.'),
  'folder-not-there': row<AtPath>(404, ({ path }) => `There is no folder “${path}”.`),
  'folder-to-make': row<AtPath>(
    422,
    ({ path }) => `There is no folder “${path}”.`,
    'Make it first, or check the spelling.',
  ),
  'folder-not-made': row<AtPath & Because>(
    422,
    ({ path, why }) => `The folder “${path}” could not be made. ${why}`,
  ),
  'folder-unreadable': row<AtPath & Because>(
    422,
    ({ path, why }) => `The folder “${path}” cannot be read. ${why}`,
  ),
  'folder-not-offered': row(
    422,
    () => 'This folder lies outside the places that are offered.',
    'Type its path instead.',
  ),
  'folder-not-writable': row<{ folder: string }>(
    422,
    ({ folder }) => `The folder “${folder}” is not there, or Fabrica may not write into it.`,
    'Allow it, or choose another folder.',
  ),
  'too-much-missing': row<AtPath>(
    422,
    ({ path }) => `Too much of “${path}” is missing.`,
    'Check the spelling of its beginning.',
  ),
  'system-folder': row<AtPath>(
    422,
    ({ path }) =>
      `“${path}” belongs to the machine itself: it holds no pictures, and nothing is written there.`,
    'Choose a folder of your own.',
  ),
  'data-folder': row<AtPath>(
    422,
    ({ path }) => `“${path}” is where Fabrica keeps its own things.`,
    'Choose a folder of your own.',
  ),
  'folder-outside': row<AtPath>(
    422,
    ({ path }) => `“${path}” lies outside of the folders that Fabrica may open on this machine.`,
    'Choose one of them, or add it to FABRICA_FOLDERS and start again.',
  ),
  'whole-machine': row(422, () => 'The whole machine cannot be opened.', 'Choose a folder with pictures.'),
  'source-is-working': row(
    422,
    () => 'Pictures cannot come from the folder that they go to.',
    'Pictures that are there already belong to the assignment: leave “Pictures come from” empty.',
  ),
  'folder-in-use': row<{ name: string }>(
    409,
    ({ name }) =>
      `The assignment “${name}” works in this folder already. Open it, choose another folder, or say whether its pictures stay with it or move to the new assignment.`,
  ),
  'no-folders-inside': row<AtPath>(
    422,
    ({ path }) => `No folder inside “${path}” contains pictures.`,
    'Make one assignment of the folder itself.',
  ),
  'too-many-pictures': row<{ most: number }>(
    422,
    ({ most }) => `The folder contains more than ${most} pictures.`,
    'Choose the folders inside it one after the other.',
  ),
  'too-many-folders': row<{ most: number }>(
    422,
    ({ most }) => `The folder contains more than ${most} folders with pictures.`,
    'Choose a folder that contains fewer.',
  ),
  'folder-is-there': row<AtPath>(409, ({ path }) => `The folder “${path}” is there again.`),
  'folder-does-not-match': row<AtPath>(
    422,
    ({ path }) => `“${path}” has none of the files of the missing folder.`,
    'Choose the folder that the pictures are in now.',
  ),
  'folder-taken': row<AtPath & Named>(
    409,
    ({ path, name }) => `The assignment “${name}” uses “${path}”, or has pictures in it.`,
    'Choose another folder.',
  ),
  'relink-during-run': row<Named>(
    409,
    ({ name }) => `A run of “${name}” is in progress.`,
    'Stop it first, or wait for its end.',
  ),
  'folders-nested': row(
    422,
    () => 'The folder that pictures come from and the one that they go to must not lie inside each other.',
  ),
  'second-copy-in-source': row(
    422,
    () => 'The second copy must not go into the folder that pictures come from.',
  ),
  'no-room': row<{ needed: string; folder: string; free: string }>(
    422,
    ({ needed, folder, free }) =>
      `The pictures need ${needed}, and the disk of “${folder}” has ${free} left.`,
    'Make room, or bring in fewer.',
  ),
  'file-unnamed': row(422, () => 'The file has no usable name.'),
  'file-not-a-picture': row<Named>(
    422,
    ({ name }) => `“${name}” is not a kind of picture that Fabrica reads.`,
  ),
  'file-empty-or-large': row<Named>(
    422,
    ({ name }) => `“${name}” is empty, or too large to be sent through a browser.`,
  ),
  // bringing in and runs
  'no-source-folder': row(422, () => 'This assignment has no folder to bring pictures in from.'),
  'nothing-chosen': row(422, () => 'No picture is chosen.', 'Choose at least one picture.'),
  'already-brought-in': row(409, () => 'These pictures were brought in from there already.'),
  'run-ended': row(409, () => 'This run has ended.'),
  'run-going-on': row(409, () => 'This run is in progress.'),
  'run-to-stop-first': row(409, () => 'This run is in progress.', 'Stop it first, or wait for its end.'),
  'nothing-left': row<Because>(409, ({ why }) => why),
  'later-run': row<{ at: string }>(
    409,
    ({ at }) => `A later run embedded into these files (${at}).`,
    'Undo that run first.',
  ),
  'plan-named-twice': row<Named>(
    409,
    ({ name }) => `There is a plan called “${name}” already.`,
    'Choose another name, or use that plan and change it.',
  ),
  'delivery-plan-named-twice': row<Named>(
    409,
    ({ name }) => `There is a delivery plan called “${name}” already.`,
    'Choose another name, or use that delivery plan and change it.',
  ),
  'delivery-plan-changed-elsewhere': row<Named>(
    409,
    ({ name }) =>
      `The delivery plan “${name}” was changed in another window meanwhile. Nothing is overwritten.`,
    'Go back to the delivery plan, or save this under another name.',
  ),
  'delivery-plan-without-fields': row(
    422,
    () => 'No field is chosen that the copies would carry.',
    'Choose some, or let everything that is written leave.',
  ),
  'licence-ends-before': row(422, () => 'The licence ends before it begins.', 'Change one of the two days.'),
  'licence-without-name': row(
    422,
    () => 'The licence does not say to whom it is granted.',
    'Enter a name, or leave the licence out.',
  ),
  'mark-empty': row(
    422,
    () => 'The visible mark has no text.',
    'Enter one, choose an image, or leave the mark out.',
  ),
  'pictures-of-another': row(
    422,
    () => 'Some of these pictures belong to another assignment.',
    'Choose them there.',
  ),
  'delivery-into-originals': row<AtPath>(
    422,
    ({ path }) => `“${path}” is where the pictures themselves are: copies would be brought in again.`,
    'Choose another folder.',
  ),
  'nothing-delivered': row<{ file?: string }>(
    404,
    ({ file }) =>
      file
        ? `“${file}” of this delivery is not there any more.`
        : 'The copies of this delivery are not there any more.',
    'Deliver the pictures again.',
  ),
  'signature-unusable': row(
    422,
    () => 'This image cannot be used as a mark.',
    'Choose a PNG, JPEG, WebP or TIFF with something drawn on it.',
  ),
  'too-many-signatures': row<{ most: number }>(
    422,
    ({ most }) => `No more than ${most} images are kept as marks.`,
    'Remove one that is not used any more.',
  ),
  'plan-changed-elsewhere': row<Named>(
    409,
    ({ name }) => `The plan “${name}” was changed in another window meanwhile. Nothing is overwritten.`,
    'Go back to the plan, or save this under another name.',
  ),
  // templates and details
  'template-removed': row(
    409,
    () => 'A template that was to be used was removed meanwhile.',
    'Choose another one.',
  ),
  'template-never-saved': row<Named>(
    409,
    ({ name }) => `“${name}” was never saved.`,
    'Save the template first.',
  ),
  'template-unsaved': row<{ done: string }>(
    409,
    ({ done }) => `Save the template first; then it can be ${done}.`,
  ),
  'template-broken': row<{ name: string; field: string; why: string }>(
    409,
    ({ name, field, why }) => `“${name}”, ${field}: ${why}`,
  ),
  'fill-ins-open': row<{ lines: string }>(
    409,
    ({ lines }) => `Still to be filled in: ${lines}.`,
    'Fill in these lines of the template, or empty them.',
  ),
  'field-twice': row(422, () => 'A field can stand in a template only once.'),
  'template-in-force': row<{ assignments: string }>(
    409,
    ({ assignments }) => `In force in ${assignments}.`,
    'Remove it there first.',
  ),
  'template-in-run': row(
    409,
    () => 'A run is writing this template into pictures right now.',
    'Remove it when that run has ended.',
  ),
  'not-a-template': row<Named & Because>(
    422,
    ({ name, why }) => `“${name}” cannot be used as a template. ${why}`,
  ),
  'nothing-for-xmp': row(
    422,
    () => 'Every line of this template is computed for each picture, so nothing of it can be kept as XMP.',
    'Export it as a template file instead.',
  ),
  'details-named-twice': row<Named>(409, ({ name }) => `There are details called “${name}” already.`),
  'details-in-use': row<{ templates: string }>(
    409,
    ({ templates }) => `These details are used by ${templates}.`,
    'Change the template first.',
  ),
} as const;

export type ErrorCode = keyof typeof errors;
type Details<C extends ErrorCode> = Parameters<(typeof errors)[C]['words']>[0];
type DetailsGiven<C extends ErrorCode> = Details<C> extends undefined ? [] : [details: Details<C>];

/** A request that cannot be carried out; worded for a person by the table. */
export class OperationError extends Error {
  readonly code: ErrorCode;
  readonly status: number;
  readonly remedy: string | undefined;
  /** What its words were made of: plain values, which cross between processes. */
  readonly details: unknown;

  constructor(code: ErrorCode, ...details: unknown[]);
  constructor(code: ErrorCode, details?: unknown) {
    const { status, words, remedy } = errors[code] as ErrorRow<unknown>;
    super([words(details), remedy].filter(Boolean).join(' '));
    this.name = 'OperationError';
    this.code = code;
    this.status = status;
    this.remedy = remedy;
    this.details = details;
  }
}

/** What must be there; throws `not-found` (404) with what it is called. */
export function required<T>(value: T | undefined, what: string): T {
  if (value === undefined) throw failure('not-found', { what });
  return value;
}

/** An error of the table with the details that its words need. */
export function failure<C extends ErrorCode>(code: C, ...details: DetailsGiven<C>): OperationError {
  return new OperationError(code, ...details);
}
