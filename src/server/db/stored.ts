import type { FieldId } from '../../core/catalogue/fields';
import type { FieldValue } from '../../core/catalogue/value';
import type { CameraFacts } from '../../core/embed/camera';
import type { FieldReading } from '../../core/mapping/read';
import type { Problem, ProblemCode } from '../../core/problems/problem';
import type { Picture } from '../../core/readout/readPicture';
import type { FileErrorCode } from '../files/fileError';

/** Shapes of the JSON columns. Each carries a version, so that it can be migrated. */
export interface StoredRecord {
  readonly version: 1;
  readonly fields: { readonly [K in FieldId]?: FieldReading };
  readonly problems: readonly Problem[];
  readonly camera: CameraFacts;
  readonly pixels: { readonly width: number; readonly height: number } | null;
}

export function storedRecord(picture: Picture): StoredRecord {
  return {
    version: 1,
    fields: picture.record.fields,
    problems: picture.record.problems,
    camera: picture.camera,
    pixels: picture.pixels ?? null,
  };
}

/** A problem of the core, or one with the file itself. */
export type StoredProblem = Omit<Problem, 'code'> & {
  readonly code: ProblemCode | FileErrorCode | 'unexpected';
};

export type DraftOrigin =
  | { readonly by: 'hand' }
  | { readonly by: 'template'; readonly templateId: string; readonly version: number; readonly name: string };

export interface ImportParameters {
  readonly version: 1;
  readonly sourceFolderId: string;
  /** Templates and keywords as they stood when the run was asked for. */
  readonly templates: readonly { readonly id: string; readonly name: string; readonly version: number }[];
  readonly keywords: readonly string[];
  /** Paths inside the source that are copied without templates. */
  readonly leaveAsTheyAre: readonly string[];
}

export interface EmbedParameters {
  readonly version: 1;
}

export interface WrittenField {
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  readonly origin: DraftOrigin;
}

export interface RunItemResult {
  readonly version: 1;
  /** Where the file went, inside its folder. */
  readonly target?: string;
  readonly written: { readonly [K in FieldId]?: WrittenField };
  /** SHA-256 of the file, read back after writing. */
  readonly digest?: string;
  readonly bytes?: number;
}
