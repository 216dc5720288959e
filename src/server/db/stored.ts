import type { FieldId } from '../../core/catalogue/fields';
import type { FieldValue } from '../../core/catalogue/value';
import type { ContainerId } from '../../core/containers/container';
import type { CameraFacts } from '../../core/embed/camera';
import type { ShotRole } from '../../core/embed/planShot';
import type { FieldReading } from '../../core/mapping/read';
import type { ImportChoices, ImportWay } from '../../core/naming/importChoices';
import type { NamePattern } from '../../core/naming/pattern';
import type { Problem, ProblemCode } from '../../core/problems/problem';
import type { Entry, TemplateKind } from '../../core/templates/template';
import type { FileErrorCode } from '../files/fileError';
import type { ReadShot } from '../files/readShot';

/** Shapes of the JSON columns. Each carries a version, so that it can be migrated. */
export interface StoredRecord {
  readonly version: 1;
  readonly fields: { readonly [K in FieldId]?: FieldReading };
  readonly problems: readonly Problem[];
  readonly camera: CameraFacts;
  readonly pixels: { readonly width: number; readonly height: number } | null;
  /** Of the file that stands for the photo. Absent in records of the first version's beginnings: JPEG. */
  readonly format?: ContainerId;
  /** Names of the other files of the photo. */
  readonly raw?: string;
  readonly sidecar?: string;
}

/** A record for lists and screens: without what each block of the file says by itself. */
export type ListedRecord = Omit<StoredRecord, 'fields'> & {
  readonly fields: { readonly [K in FieldId]?: Omit<FieldReading, 'voices'> };
};

export function listedRecord({ fields, ...record }: StoredRecord): ListedRecord {
  const listed = Object.entries(fields).map(([id, { voices: _, ...reading }]) => [id, reading]);
  return { ...record, fields: Object.fromEntries(listed) };
}

/** What a photo of one or several files says, for the index. */
export function storedRecord({
  main,
  shot,
  record,
}: Pick<ReadShot, 'main' | 'shot' | 'record'>): StoredRecord {
  return {
    version: 1,
    fields: record.fields,
    problems: record.problems,
    camera: main.picture.camera,
    pixels: main.picture.pixels ?? null,
    format: main.picture.format,
    ...(shot.raw ? { raw: shot.raw } : {}),
    ...(shot.sidecar ? { sidecar: shot.sidecar } : {}),
  };
}

/** What lists show of a photo. */
export interface StoredSummary {
  readonly version: 1;
  /** threads/stripCode */
  readonly strip: string;
  /** Copyright Notice and caption without its sign-off, as they stand with the drafts; long ones are cut. */
  readonly notice: string;
  readonly caption: string;
  /** Other files: "+ raw". */
  readonly besides?: string;
  readonly drafted?: true;
  /** A record of the file cannot be read. */
  readonly unreadable?: true;
}

/** A problem of the core, or one with the file itself. */
export type StoredProblem = Omit<Problem, 'code'> & {
  readonly code: ProblemCode | FileErrorCode | 'source-left' | 'second-left' | 'later-run' | 'unexpected';
};

export type DraftOrigin =
  | { readonly by: 'hand' }
  | { readonly by: 'template'; readonly templateId: string; readonly version: number; readonly name: string };

export interface DraftValue {
  readonly value: FieldValue | null;
  readonly origin: DraftOrigin;
}

/** What an act made of one draft; null: none. */
export interface DraftChange {
  readonly photoId: string;
  readonly field: FieldId;
  readonly before: DraftValue | null;
  readonly after: DraftValue | null;
}

/** An act of writing as it is told: what was done, to how many pictures. */
export interface WritingTold {
  readonly version: 1;
  readonly kind:
    | 'set'
    | 'caption'
    | 'add-keywords'
    | 'remove-keywords'
    | 'put-templates'
    | 'settle'
    | 'discard';
  readonly pictures: number;
  readonly field?: FieldId;
  readonly templates?: readonly { readonly id: string; readonly name: string }[];
}

export interface ImportParameters {
  readonly version: 1;
  readonly sourceFolderId: string;
  /** Templates and keywords as they stood when the run was asked for. */
  readonly templates: readonly { readonly id: string; readonly name: string; readonly version: number }[];
  readonly keywords: readonly string[];
  /** Paths inside the source that are copied without templates. */
  readonly leaveAsTheyAre: readonly string[];
  /** Paths inside the source in which templates fill only what is empty. */
  readonly fillOnly?: readonly string[];
  /** Absent in runs of before there was a choice: copy, under the name that the file has. */
  readonly way?: ImportWay;
  readonly pattern?: NamePattern;
  readonly secondFolderId?: string;
  /** Places in the assignment's order that were given before: running numbers go on from here. */
  readonly placesTaken?: number;
  /** Starting rating, where a picture has none. */
  readonly rating?: string;
}

/** A photo that an undone import took out of the index, with everything written about it. */
export interface StoredPhoto {
  readonly version: 1;
  readonly photo: {
    readonly name: string;
    readonly position: number;
    readonly contentIdentity: string | null;
    readonly contentSample: string;
    readonly record: StoredRecord;
  };
  readonly files: readonly {
    readonly folderId: string;
    readonly relativePath: string;
    readonly role: ShotRole;
    readonly format: string;
    readonly size: number;
    readonly modifiedNs: string;
    readonly digest: string;
  }[];
  readonly drafts: readonly {
    readonly field: FieldId;
    readonly value: FieldValue | null;
    readonly origin: DraftOrigin;
  }[];
}

/** What waits in a drop folder until somebody says something. */
export interface DropNotice {
  readonly version: 1;
  /** Pictures of other makers, about whom nothing was said. */
  readonly held: readonly { readonly maker: string; readonly count: number }[];
  /** Why nothing is brought in at all. */
  readonly refused?: string;
}

/** Saved choices for bringing in, with the templates in force. */
export interface StoredPlan extends ImportChoices {
  readonly templates: readonly string[];
}

export interface EmbedParameters {
  readonly version: 1;
  /** Only drafts of these fields; all of them where it is absent. */
  readonly fields?: readonly FieldId[];
  /** An explicit yes to writing records anew that cannot be read to their end. */
  readonly replaceUnreadable?: boolean;
  /** An explicit yes to breaking signed provenance. */
  readonly breakProvenance?: boolean;
}

/** A template's page while it is written. */
export interface StoredTemplateDraft {
  readonly version: 1;
  /** The kept version that it began from. */
  readonly baseVersion: number;
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: readonly Entry[];
  /** ISO 8601. */
  readonly savedAt: string;
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
  /** The folder below the working folder; absent where it is itself. */
  readonly inside?: string;
  /** Names of the second copies, inside theirs. */
  readonly second?: readonly string[];
  /** Those of them that the item made; others stood there already with the same content. */
  readonly secondMade?: readonly string[];
  /** Of each file as the import placed it (files/digest): only these are moved when it is undone. */
  readonly digests?: { readonly [R in ShotRole]?: string };
  /** Where an undone import put the files: a folder below the working folder. */
  readonly movedTo?: string;
  /** What the source's files were when they were read: only these are removed by a move. */
  readonly source?: readonly { readonly name: string; readonly size: number; readonly modifiedNs: string }[];
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
}
