import { memorySource } from '../bytes/source';
import { namespaces } from '../catalogue/namespaces';
import { contradictions } from '../checks/contradictions';
import { isReadOnly } from '../containers/container';
import { type OpenedContainer, openContainer } from '../containers/registry';
import { decodeBlocks } from '../mapping/models';
import { type PhotoRecord, readFields, valuesOfRecord } from '../mapping/read';
import type { Wanted } from '../mapping/write';
import type { Problem } from '../problems/problem';
import { combineRecords } from '../readout/combine';
import { property } from '../xmp/model';
import { textOfValue } from '../xmp/values';
import { type EmbedChoices, type EmbedPlan, planEmbed } from './planEmbed';

/** The opened files of one photo. */
export interface ShotFiles {
  readonly main: OpenedContainer;
  readonly raw?: OpenedContainer;
  readonly sidecar?: OpenedContainer;
  readonly otherSidecar?: OpenedContainer;
}
export type ShotRole = keyof ShotFiles;

export interface ShotChoices extends EmbedChoices {
  /** DNG files keep their bytes: words go into a sidecar. */
  readonly dngSidecar?: boolean;
}

export interface ShotPart {
  readonly role: ShotRole;
  readonly plan: EmbedPlan;
  /** A sidecar that is not there yet. */
  readonly isNew: boolean;
}

export interface ShotPlan {
  /** Only what is to be written. */
  readonly parts: readonly ShotPart[];
  readonly unchanged: boolean;
  readonly before: PhotoRecord;
  readonly after: PhotoRecord;
  readonly problems: readonly Problem[];
  readonly refused?: Problem;
}

/**
 * Plans the embedding into all files of a photo: into those that may be written, and into the sidecar
 * where one is there or a file may not be written. One refusal stops the whole photo.
 */
export async function planShot(
  files: ShotFiles,
  wanted: Wanted,
  choices: ShotChoices = {},
): Promise<ShotPlan> {
  const pictures = (['main', 'raw'] as const).filter((role) => files[role]);
  const kept = pictures.filter((role) => leavesAlone(files[role]!, choices));
  const parts: ShotPart[] = pictures
    .filter((role) => !kept.includes(role))
    .map((role) => ({ role, plan: planEmbed(files[role]!, wanted, choices), isNew: false }));
  if (files.sidecar || kept.length > 0) {
    const sidecar = files.sidecar ?? (await freshSidecar(kept.map((role) => files[role]!)));
    parts.push({ role: 'sidecar', plan: planEmbed(sidecar, wanted, choices), isNew: !files.sidecar });
  }
  if (files.otherSidecar)
    parts.push({ role: 'otherSidecar', plan: planEmbed(files.otherSidecar, wanted, choices), isNew: false });
  const refused = parts.find((part) => part.plan.refused)?.plan.refused;
  const before = togetherOf(files);
  const after = combineRecords(
    [
      ...pictures.map((role) => ({
        role: role === 'raw' ? ('raw' as const) : ('picture' as const),
        record: parts.find((part) => part.role === role)?.plan.after ?? readContainer(files[role]!),
      })),
      ...parts
        .filter((part) => isSidecar(part.role) && !(part.isNew && part.plan.unchanged))
        .map((part) => ({ role: part.role as 'sidecar' | 'otherSidecar', record: part.plan.after })),
    ].sort((a, b) => ORDER.indexOf(a.role) - ORDER.indexOf(b.role)),
  );
  return {
    parts: parts.filter((part) => !part.plan.unchanged),
    unchanged: parts.every((part) => part.plan.unchanged),
    before,
    after,
    problems: uniqueProblems([
      ...before.problems,
      ...parts.flatMap((part) => part.plan.problems),
      ...contradictions(valuesOfRecord(after)),
    ]),
    ...(refused ? { refused } : {}),
  };
}

const ORDER = ['picture', 'sidecar', 'otherSidecar', 'raw'] as const;

/** Whether a file of a photo is one of its sidecars. */
export function isSidecar(role: ShotRole): boolean {
  return role === 'sidecar' || role === 'otherSidecar';
}

/** What all files of a photo say together, with what they say against themselves. */
export function recordOf(files: ShotFiles): PhotoRecord {
  const record = togetherOf(files);
  return { ...record, problems: [...record.problems, ...contradictions(valuesOfRecord(record))] };
}

function togetherOf({ main, raw, sidecar, otherSidecar }: ShotFiles): PhotoRecord {
  const mainRole = isReadOnly(main) ? ('raw' as const) : ('picture' as const);
  const parts = [
    { role: mainRole, record: readContainer(main) },
    ...(sidecar ? [{ role: 'sidecar' as const, record: readContainer(sidecar) }] : []),
    ...(otherSidecar ? [{ role: 'otherSidecar' as const, record: readContainer(otherSidecar) }] : []),
    ...(raw ? [{ role: 'raw' as const, record: readContainer(raw) }] : []),
  ];
  return combineRecords(parts.sort((a, b) => ORDER.indexOf(a.role) - ORDER.indexOf(b.role)));
}

function readContainer(container: OpenedContainer): PhotoRecord {
  const record = readFields(decodeBlocks(container.blocks, container.unreadable));
  return { ...record, problems: [...container.problems, ...record.problems] };
}

function leavesAlone(container: OpenedContainer, choices: ShotChoices): boolean {
  return isReadOnly(container) || (container.id === 'dng' && choices.dngSidecar === true);
}

/** A new sidecar takes over the packet inside the raw file: readers of sidecars do not look there any more. */
function freshSidecar(kept: readonly OpenedContainer[]): Promise<OpenedContainer> {
  const packet = kept.map((one) => one.blocks.xmp).find((xmp) => xmp !== undefined);
  return openContainer(memorySource(packet ?? new Uint8Array(0)), 'new.xmp');
}

function uniqueProblems(problems: readonly Problem[]): Problem[] {
  return [...new Map(problems.map((one) => [JSON.stringify(one), one])).values()];
}

/** The extension of the file that a sidecar was made for, where it says so (photoshop:SidecarForExtension). */
export function sidecarExtension(sidecar: OpenedContainer): string | undefined {
  const { xmp } = decodeBlocks(sidecar.blocks, sidecar.unreadable);
  return xmp && textOfValue(property(xmp, namespaces.photoshop, 'SidecarForExtension'));
}
