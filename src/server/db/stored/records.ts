import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import type { ColourFacts, ContainerId } from '../../../core/containers/container';
import type { CameraFacts } from '../../../core/embed/camera';
import type { Lineage } from '../../../core/embed/lineage';
import type { ShotRole } from '../../../core/embed/planShot';
import type { FieldReading } from '../../../core/mapping/read';
import type { Problem } from '../../../core/problems/problem';
import type { ThreadId } from '../../../core/threads/threads';
import type { ReadShot } from '../../files/readShot';
import type { DraftOrigin } from './drafts';
import { storedShape } from './shape';

/** What the files of a photo said when they were last read. */
export interface StoredRecord {
  readonly fields: { readonly [K in FieldId]?: FieldReading };
  readonly problems: readonly Problem[];
  readonly camera: CameraFacts;
  readonly lineage: Lineage;
  readonly pixels: { readonly width: number; readonly height: number } | null;
  /** null where it is not known: of such a format, or read by an earlier Fabrica. */
  readonly colour: ColourFacts | null;
  /** Of the file that stands for the photo. */
  readonly format: ContainerId;
  /** Names of the other files of the photo. */
  readonly raw?: string;
  readonly sidecar?: string;
}

/** A record for lists and screens: without what each block of the file says by itself. */
export type ListedRecord = Omit<StoredRecord, 'fields'> & {
  readonly fields: { readonly [K in FieldId]?: Omit<FieldReading, 'recordValues'> };
};

/** A record as lists take it. */
export function listedRecord({ fields, ...record }: StoredRecord): ListedRecord {
  const listed = Object.entries(fields).map(([id, { recordValues: _, ...reading }]) => [id, reading]);
  return { ...record, fields: Object.fromEntries(listed) };
}

/** What a photo of one or several files says, for the index. */
export function storedRecord({
  main,
  shot,
  record,
}: Pick<ReadShot, 'main' | 'shot' | 'record'>): StoredRecord {
  return {
    fields: record.fields,
    problems: record.problems,
    camera: main.picture.camera,
    lineage: main.picture.lineage,
    pixels: main.picture.pixels ?? null,
    colour: main.picture.colour,
    format: main.picture.format,
    ...(shot.raw ? { raw: shot.raw } : {}),
    ...(shot.sidecar ? { sidecar: shot.sidecar } : {}),
  };
}

/** What lists show of a photo. */
export interface StoredSummary {
  /** threads/stripCode */
  readonly strip: string;
  /** Copyright Notice and caption without its sign-off, as they are with the drafts; long ones are cut. */
  readonly notice: string;
  readonly caption: string;
  /** Other files: "+ raw". */
  readonly besides?: string;
  readonly drafted?: true;
  /** A record of the file cannot be read. */
  readonly unreadable?: true;
  /** It carries signed provenance: any change breaks the signature. */
  readonly signed?: true;
  /** Date Created as it is, ISO 8601, possibly partial. */
  readonly taken?: string;
  /** 1 to 5; -1 rejected. */
  readonly rating?: string;
}

/** A photo that an undone import took out of the index, with everything written about it. */
export interface StoredPhoto {
  readonly photo: {
    readonly name: string;
    readonly position: number;
    readonly contentIdentity: string | null;
    readonly contentSample: string;
    readonly notApplicable: readonly ThreadId[];
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

/** Old → new by field. */
export type FieldChanges = {
  readonly [K in FieldId]?: { readonly before: FieldValue | null; readonly after: FieldValue | null };
};

type FormerReading = Omit<FieldReading, 'recordValues'> & { readonly voices?: FieldReading['recordValues'] };

export const recordShape = storedShape<StoredRecord>(
  'record of a photo',
  [
    {
      name: 'the format of the file is always named (JPEG went without saying); voices are called record values',
      up: ({ fields, ...record }: Partial<StoredRecord>) => ({
        format: 'jpeg',
        ...record,
        fields: Object.fromEntries(
          Object.entries(fields ?? {}).map(([id, { voices, ...reading }]: [string, FormerReading]) => [
            id,
            { ...reading, recordValues: voices },
          ]),
        ),
      }),
    },
    {
      name: 'where a picture comes from is kept (of files read before, nothing is known of it)',
      up: (record: StoredRecord) => ({ ...record, lineage: record.lineage ?? {} }),
    },
    {
      name: 'how the colours are stored is kept (of files read before, it is not known)',
      up: (record: StoredRecord) => ({ ...record, colour: record.colour ?? null }),
    },
  ],
  { inline: true },
);
export const outsideChangesShape = storedShape<FieldChanges>('what another program changed');
export const summaryShape = storedShape<StoredSummary>('summary of a photo', [], { inline: true });
export const removedPhotoShape = storedShape<StoredPhoto>('photo that was removed', [
  {
    name: 'its record is of its present version',
    up: ({ photo, ...rest }: StoredPhoto) => ({
      ...rest,
      photo: { ...photo, record: recordShape.read(photo.record) },
    }),
  },
  {
    name: 'threads that do not apply are kept, and where a picture comes from',
    up: ({ photo, ...rest }: StoredPhoto) => ({
      ...rest,
      photo: {
        ...photo,
        notApplicable: photo.notApplicable ?? [],
        record: { ...photo.record, lineage: photo.record.lineage ?? {} },
      },
    }),
  },
  {
    name: 'how the colours are stored is kept with its record',
    up: ({ photo, ...rest }: StoredPhoto) => ({
      ...rest,
      photo: { ...photo, record: { ...photo.record, colour: photo.record.colour ?? null } },
    }),
  },
]);
