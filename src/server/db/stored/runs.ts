import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import type { ShotRole } from '../../../core/embed/planShot';
import type { ImportMode } from '../../../core/naming/importChoices';
import type { NamePattern } from '../../../core/naming/pattern';
import type { Problem, ProblemCode } from '../../../core/problems/problem';
import type { FileErrorCode } from '../../files/fileError';
import type { DraftOrigin } from './drafts';
import { storedShape } from './shape';
import { wayIsCalledMode } from './values';

/** A problem of the core, or one with the file itself. */
export type StoredProblem = Omit<Problem, 'code'> & {
  readonly code:
    | ProblemCode
    | FileErrorCode
    | 'source-left'
    | 'source-not-restored'
    | 'second-left'
    | 'copy-changed'
    | 'copy-absent'
    | 'later-run'
    | 'unexpected';
};

export interface ImportParameters {
  readonly sourceFolderId: string;
  /** Templates and keywords as they were when the run was asked for. */
  readonly templates: readonly { readonly id: string; readonly name: string; readonly version: number }[];
  readonly keywords: readonly string[];
  /** Paths inside the source that are copied without templates. */
  readonly leaveAsTheyAre: readonly string[];
  /** Paths inside the source in which templates fill only what is empty. */
  readonly fillOnly: readonly string[];
  readonly mode: ImportMode;
  readonly pattern: NamePattern;
  readonly secondFolderId?: string;
  /** Places in the assignment's order that were given before: running numbers go on from here. */
  readonly lastPosition: number;
  /** Starting rating, where a picture has none. */
  readonly rating?: string;
}

export interface EmbedParameters {
  /** Only drafts of these fields; all of them where it is absent. */
  readonly fields?: readonly FieldId[];
  /** An explicit yes to writing records again that cannot be read to their end. */
  readonly replaceUnreadable?: boolean;
  /** An explicit yes to breaking signed provenance. */
  readonly breakProvenance?: boolean;
  /** An explicit yes to a JPEG XL from which its JPEG cannot be restored any more. */
  readonly loseJpeg?: boolean;
}

/** What was open before a delivery, and what was decided about it. */
export interface OpenPoints {
  /** A ready list by its name, or the id of one of your own. */
  readonly checklist: string;
  /** Pictures that failed something that must be. */
  readonly failing: number;
  readonly decided: 'left-out' | 'all-the-same';
}

export interface DeliverParameters {
  readonly deliveryPlan: DeliveryPlan;
  /** As they were when the run was asked for. */
  readonly templates: readonly { readonly id: string; readonly name: string; readonly version: number }[];
  readonly folderId: string;
  /** Below it; '' is itself. */
  readonly inside: string;
  readonly openPoints?: OpenPoints;
}

/** One file that left. */
export interface DeliveredFile {
  readonly of: 'copy' | 'raw' | 'sidecar' | 'frozen';
  /** Inside the delivery, with "/" between the parts. */
  readonly path: string;
  readonly bytes: number;
  /** SHA-256, of what was read back. */
  readonly digest: string;
  /** Upright pixels; absent of files that are no rendered picture. */
  readonly width?: number;
  readonly height?: number;
  /** That was needed for the largest file size. */
  readonly quality?: number;
}

export interface WrittenField {
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  readonly origin: DraftOrigin;
}

export interface RunItemResult {
  /** Where the file went, inside its folder. */
  readonly target?: string;
  /** The folder below the working folder; absent where it is itself. */
  readonly inside?: string;
  /** Names of the second copies, inside theirs. */
  readonly second?: readonly string[];
  /** Those of them that the item made; others were there already with the same content. */
  readonly secondMade?: readonly string[];
  /** Of each file as the import placed it (files/digest): only these are moved when it is undone. */
  readonly digests?: { readonly [R in ShotRole]?: string };
  /** Where an undone import put the files: a folder below the working folder. */
  readonly movedTo?: string;
  /** What the source's files were when they were read: only these are removed by a move. */
  readonly source?: readonly {
    readonly role?: ShotRole;
    readonly name: string;
    readonly size: number;
    readonly modifiedNs: string;
  }[];
  /** Names of the photo’s other files there. */
  readonly others?: {
    readonly raw?: string;
    readonly sidecar?: string;
    readonly otherSidecar?: string;
  };
  readonly written: { readonly [K in FieldId]?: WrittenField };
  /** Of the file, read back after writing (files/digest). */
  readonly digest?: string;
  readonly bytes?: number;
  /** What a delivery made of the picture, and what these copies say. */
  readonly copies?: readonly DeliveredFile[];
  readonly says?: { readonly [K in FieldId]?: FieldValue };
  /** How far the written file was read by the second reader; absent where nothing of it was compared. */
  readonly readAgain?: { readonly compared: number; readonly changed: number };
}

/** An undo needs nothing beyond the run that it undoes. */
export type UndoParameters = Readonly<Record<string, never>>;

/** Who asked for a run (Actor); '' in older runs. */
export type AskedBy = 'person' | 'worker' | 'command-line' | 'demo' | '';

/** By the kind of a run. */
export interface RunParameters {
  readonly import: ImportParameters;
  readonly embed: EmbedParameters;
  readonly deliver: DeliverParameters;
  readonly undo: UndoParameters;
}
export type RunKindId = keyof RunParameters;
export const runParameterShapes = {
  import: storedShape<ImportParameters>(
    'parameters of an import',
    [
      {
        name: 'choices that came later are always there, as they went without saying before; places taken are the last position',
        up: ({ placesTaken = 0, ...parameters }: { placesTaken?: number }) => ({
          fillOnly: [],
          pattern: { name: '', folder: '' },
          lastPosition: placesTaken,
          ...(wayIsCalledMode.up(parameters as never) as object),
        }),
      },
    ],
    { inline: true },
  ),
  embed: storedShape<EmbedParameters>('parameters of an embed', [], { inline: true }),
  deliver: storedShape<DeliverParameters>(
    'parameters of a delivery',
    [
      {
        name: 'a recipe is a delivery plan',
        up: ({ recipe, ...parameters }: { recipe: DeliveryPlan }) => ({
          ...parameters,
          deliveryPlan: recipe,
        }),
      },
    ],
    { inline: true },
  ),
  undo: storedShape<UndoParameters>('parameters of an undo', [], { inline: true }),
};
export const itemResultShape = storedShape<RunItemResult>('result of an item', [], { inline: true });
export const problemsShape = storedShape<readonly StoredProblem[]>('problems of an item');
export const piecesShape = storedShape<readonly UndoPiece[]>('pieces of a former file');
export interface UndoPiece {
  readonly kind: 'copy' | 'former';
  readonly start: number;
  readonly end: number;
}
