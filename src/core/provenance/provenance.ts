import { decode } from 'cborg';
import { concat, equalBytes } from '../bytes/bytes';
import { limits } from '../bytes/limits';
import type { ByteSource } from '../bytes/source';
import type { OpenedContainer } from '../containers/registry';
import { attempt } from '../problems/problem';
import { algorithmOf, type Cbor, digests, isMap, listOf } from './claimValues';
import { type FileState, fileState } from './fileDigest';
import { type JumbfBox, readJumbf } from './jumbf';

/** What signed provenance claims (C2PA 2.1). Nothing is fetched, and who signed is not checked. */
export interface Provenance {
  /** Claims of former steps are in the file as well. */
  readonly manifests: number;
  /** The program that made the claim. */
  readonly generator: string;
  readonly actions: readonly ProvenanceAction[];
  readonly ingredients: readonly { readonly title: string; readonly relationship: string }[];
  /** Whether the statements are those that the claim was signed over. */
  readonly statements: 'match' | 'differ' | 'unknown';
  /** Whether the file is the one that was signed. */
  readonly file: FileState;
}
export interface ProvenanceAction {
  readonly action: string;
  readonly when: string;
  readonly by: string;
}

const MOST_SHOWN = 50;
const LONGEST_SHOWN = 300;

/** What the signed provenance of a file claims; undefined where it has none, or it cannot be read. */
export async function readProvenance(
  container: Pick<OpenedContainer, 'provenance'>,
  source: ByteSource,
): Promise<Provenance | undefined> {
  const ranges = await container.provenance(source);
  if (ranges.length === 0) return undefined;
  const bytes = ranges.reduce((sum, { start, end }) => sum + end - start, 0);
  if (bytes > limits.blockBytes) return undefined;
  const store = concat(await Promise.all(ranges.map(({ start, end }) => source.read(start, end - start))));
  const read = attempt(() => readJumbf(store));
  const manifests = 'value' in read ? (read.value[0]?.children ?? []).filter(isSuperbox) : [];
  // The last one is the active manifest.
  const active = manifests.at(-1);
  return active && claimOf(active, manifests.length, source);
}

const isSuperbox = ({ type }: JumbfBox) => type === 'jumb';
const labelled = (box: JumbfBox | undefined, label: RegExp) =>
  box?.children.filter((one) => isSuperbox(one) && label.test(one.label)) ?? [];

async function claimOf(
  active: JumbfBox,
  manifests: number,
  source: ByteSource,
): Promise<Provenance | undefined> {
  const claim = contentOf(labelled(active, /^c2pa\.claim(\.v2)?$/)[0]);
  const assertions = labelled(active, /^c2pa\.assertions$/)[0];
  if (!claim) return undefined;
  const contents = (label: RegExp) =>
    labelled(assertions, label).flatMap((one) => {
      const content = contentOf(one);
      return content ? [content] : [];
    });
  return {
    manifests,
    generator: generatorOf(claim),
    actions: contents(/^c2pa\.actions(\.v2)?(__\d+)?$/)
      .flatMap(({ actions }) => listOf(actions))
      .slice(0, MOST_SHOWN)
      .map((one) => ({ action: shown(one.action), when: shown(one.when), by: agentOf(one.softwareAgent) })),
    ingredients: contents(/^c2pa\.ingredient(\.v[23])?(__\d+)?$/)
      .slice(0, MOST_SHOWN)
      .map((one) => ({ title: shown(one['dc:title']), relationship: shown(one.relationship) })),
    statements: statementsState(claim, assertions),
    file: await fileState(
      {
        ranges: contents(/^c2pa\.hash\.data(__\d+)?$/)[0],
        boxes: contents(/^c2pa\.hash\.bmff\.v[23](__\d+)?$/)[0],
      },
      claim,
      source,
    ),
  };
}

/** The CBOR map of a superbox. Dates and other tags are taken as what they enclose. */
function contentOf(box: JumbfBox | undefined): Cbor | undefined {
  const cbor = box?.children.find(({ type }) => type === 'cbor');
  if (!cbor) return undefined;
  try {
    const value: unknown = decode(cbor.content, { tags, allowBigInt: true });
    return isMap(value) ? value : undefined;
  } catch {
    return undefined;
  }
}
const tags = Object.fromEntries([0, 1, 32, 37].map((tag) => [tag, (enclosed: () => unknown) => enclosed()]));

const shown = (value: unknown): string => (typeof value === 'string' ? value.slice(0, LONGEST_SHOWN) : '');
const agentOf = (value: unknown): string =>
  isMap(value) ? [shown(value.name), shown(value.version)].filter(Boolean).join(' ') : shown(value);

function generatorOf({ claim_generator_info: info, claim_generator: text }: Cbor): string {
  const [first] = Array.isArray(info) ? info : [info];
  return agentOf(first) || shown(text);
}

/** Each assertion is named in the claim with the digest of its superbox without the head. */
function statementsState(claim: Cbor, assertions: JumbfBox | undefined): Provenance['statements'] {
  const named = [claim.assertions, claim.created_assertions, claim.gathered_assertions].flatMap(listOf);
  if (named.length === 0) return 'unknown';
  const boxes = new Map(assertions?.children.filter(isSuperbox).map((one) => [one.label, one.content]));
  /** Each box is digested once, however often it is named. */
  const made = new Map<string, Uint8Array>();
  let isKnown = true;
  for (const { url, hash, alg } of named) {
    const label = shown(url).split('/').at(-1)!;
    const content = boxes.get(label);
    const name = algorithmOf(alg, claim.alg);
    const digest = name && digests[name];
    if (!digest) isKnown = false;
    else if (!content || !(hash instanceof Uint8Array)) return 'differ';
    else {
      const key = `${name} ${label}`;
      const found = made.get(key) ?? digest(content);
      made.set(key, found);
      if (!equalBytes(found, hash)) return 'differ';
    }
  }
  return isKnown ? 'match' : 'unknown';
}
