import { isRawExtension } from '../containers/tiff/rawNames';

/** One photo as its files: a raw file with its JPEG, and the sidecars that belong to them. */
export interface Shot {
  /** The file that stands for the photo: its picture, else its raw file. */
  readonly main: string;
  readonly raw?: string;
  readonly sidecar?: string;
  /** A second one beside it: "name.xmp" where "name.ext.xmp" is there too. Both are read and kept up. */
  readonly otherSidecar?: string;
  /** A sidecar named by the stem is not, or not only, its own: a new one takes the whole name. */
  readonly stemShared?: true;
}

const SIDECAR = /\.xmp$/i;
const TWIN = /\.jpe?g$/i;

/** A file name without its extension. */
export function stemOf(name: string): string {
  const dot = name.lastIndexOf('.');
  return dot <= 0 ? name : name.slice(0, dot);
}

/** The ending of a name with its dot; '' without one. */
export function endingOf(name: string | undefined): string {
  return name === undefined ? '' : name.slice(stemOf(name).length);
}

/** Raw for joining: camera raw and DNG. */
export function isRawName(name: string): boolean {
  const extension = name.slice(name.lastIndexOf('.') + 1).toLowerCase();
  return extension === 'dng' || isRawExtension(extension);
}

/**
 * Groups the names of one folder. A raw file and a JPEG of the same stem are one photo (common practice:
 * the camera names both alike); "name.ext.xmp" belongs to name.ext, "name.xmp" to the raw file of that
 * stem, else to the only picture of it. Sidecars without a picture are left out.
 */
export function groupShots(names: readonly string[]): Shot[] {
  const sidecars = new Map(
    names.filter((name) => SIDECAR.test(name)).map((name) => [stemOf(name).toLowerCase(), name]),
  );
  const pictures = names.filter((name) => !SIDECAR.test(name));
  const byStem = new Map<string, string[]>();
  for (const name of pictures) {
    const stem = stemOf(name).toLowerCase();
    byStem.set(stem, [...(byStem.get(stem) ?? []), name]);
  }
  return [...byStem.values()].flatMap((group) => shotsOfStem(group, sidecars));
}

function shotsOfStem(group: readonly string[], sidecars: ReadonlyMap<string, string>): Shot[] {
  const raws = group.filter(isRawName);
  const twins = group.filter((name) => TWIN.test(name));
  const joined = raws.length === 1 && twins.length === 1;
  const shots: Shot[] = [];
  for (const name of group) {
    if (joined && name === raws[0]) continue;
    const raw = joined && name === twins[0] ? raws[0] : undefined;
    const [sidecar, otherSidecar] = sidecarsOf(name, raw, group, sidecars);
    shots.push({
      main: name,
      ...(raw ? { raw } : {}),
      ...(sidecar ? { sidecar } : {}),
      ...(otherSidecar ? { otherSidecar } : {}),
      ...(raws.length > 1 || !ownsStem(name, raw, group) ? { stemShared: true } : {}),
    });
  }
  return shots;
}

/** The sidecars of a photo, the one that is named by its whole file first; at most two. */
function sidecarsOf(
  name: string,
  raw: string | undefined,
  group: readonly string[],
  sidecars: ReadonlyMap<string, string>,
): string[] {
  const own = [raw, name].flatMap((file) => (file && sidecars.get(file.toLowerCase())) || []);
  const ofStem = sidecars.get(stemOf(name).toLowerCase());
  return [...own, ...(ofStem && ownsStem(name, raw, group) ? [ofStem] : [])].slice(0, 2);
}

/** Whether a sidecar that is named by the stem alone belongs to this one of the files with that stem. */
function ownsStem(name: string, raw: string | undefined, group: readonly string[]): boolean {
  const raws = group.filter(isRawName);
  return raw !== undefined || (raws.length > 0 ? raws[0] === name : group.length === 1);
}

/**
 * Returns whether a sidecar that is named by a stem alone belongs to one of these files: photoshop:SidecarForExtension
 * says for which extension it was made (common practice). Without it, or by its whole name, it does.
 */
export function isSidecarFor(
  sidecar: string,
  extension: string | undefined,
  files: readonly string[],
): boolean {
  const wanted = extension?.trim().toLowerCase() ?? '';
  const byWholeName = files.some((file) => stemOf(sidecar).toLowerCase() === file.toLowerCase());
  return (
    wanted === '' ||
    byWholeName ||
    files.some((file) => file.slice(file.lastIndexOf('.') + 1).toLowerCase() === wanted)
  );
}

/** The name of a sidecar to be made: that of the raw file, or the picture, with its extension replaced. */
export function newSidecarName({ main, raw, stemShared }: Shot): string {
  return stemShared ? `${raw ?? main}.xmp` : `${stemOf(raw ?? main)}.xmp`;
}
