import { concat } from '@/core/bytes/bytes';
import { memorySource } from '@/core/bytes/source';
import { encodeUtf8 } from '@/core/bytes/text';
import { type FieldId, field, shapeOf } from '@/core/catalogue/fields';
import { namespaces } from '@/core/catalogue/namespaces';
import type { FieldValue } from '@/core/catalogue/value';
import type { BlockChanges } from '@/core/containers/container';
import { openContainer } from '@/core/containers/registry';
import { proofOf } from '@/core/drafts/proof';
import { planEmbed } from '@/core/embed/planEmbed';
import { decodeBlocks } from '@/core/mapping/models';
import { readFields } from '@/core/mapping/read';
import { dataSet, iimResources, tiffWith, UTF8_MARK, xmpPacket } from '../fixtures/build';
import { carryOut } from '../fixtures/embed';
import { allSamples } from '../fixtures/formats';

/**
 * The table of rules of docs/FORMATS.md ("One fact in several records"), written once more as a small model,
 * against every combination of what the records can say, in every format.
 */
const A = 'Across the quay, the first plank and a long line that IIM must cut somewhere on its way in here';
const B = 'Somebody else';
const W = 'What is wanted';

const says = ['absent', 'A', 'B'] as const;
const iimSays = [...says, 'cut', 'doubled'] as const;
const xmpSays = [...says, 'doubled'] as const;
const digests = ['matches', 'stale', 'absent'] as const;
type State = {
  readonly xmp: (typeof xmpSays)[number];
  readonly iim: (typeof iimSays)[number];
  readonly exif: (typeof says)[number];
  readonly digest: (typeof digests)[number];
};

const fields = [
  'description',
  'copyrightNotice',
  'creator',
  'city',
  'headline',
] as const satisfies readonly FieldId[];

const states: State[] = xmpSays.flatMap((xmp) =>
  iimSays.flatMap((iim) => says.flatMap((exif) => digests.map((digest) => ({ xmp, iim, exif, digest })))),
);
const textOf = (said: string) => (said === 'B' ? B : A);

function xmpOf(id: FieldId, said: State['xmp']): Uint8Array | undefined {
  if (said === 'absent') return undefined;
  const { ns, name, form } = field(id).xmp!;
  const text = textOf(said);
  const item = (kind: string) =>
    `<rdf:${kind}><rdf:li${kind === 'Alt' ? ' xml:lang="x-default"' : ''}>${text}</rdf:li></rdf:${kind}>`;
  const value = form === 'lang-alt' ? item('Alt') : form === 'seq' ? item('Seq') : text;
  const once = `<f:${name}>${value}</f:${name}>`;
  return encodeUtf8(xmpPacket(said === 'doubled' ? once + once : once, `xmlns:f="${namespaces[ns]}"`));
}

function iimOf(id: FieldId, said: State['iim']): Uint8Array | undefined {
  if (said === 'absent') return undefined;
  const { dataset, maxBytes } = field(id).iim!;
  const text = said === 'cut' ? A.slice(0, maxBytes) : textOf(said).slice(0, maxBytes);
  const one = dataSet(2, dataset, text);
  return concat([UTF8_MARK, one, ...(said === 'doubled' ? [one] : [])]);
}

/** What the rules say: the value of the field, where it comes from, and whether the records agree. */
function ruled(id: FieldId, { xmp, iim, exif, digest }: State) {
  const said = [
    { origin: 'xmp', who: xmp === 'absent' ? undefined : textOf(xmp) },
    { origin: 'iim', who: iim === 'absent' ? undefined : textOf(iim) },
    { origin: 'exif', who: exif === 'absent' || !field(id).exif ? undefined : textOf(exif) },
  ].filter((one) => one.who !== undefined);
  const iimFirst = digest === 'stale' && iim !== 'absent';
  const first = (iimFirst && said.find((one) => one.origin === 'iim')) || said[0];
  if (!first) return undefined;
  // A list that holds a name twice is another list.
  const lists = shapeOf(id) === 'list' && iim === 'doubled' && said.length > 1;
  const agrees = said.every((one) => one.who === first.who) && !lists;
  return { who: first.who!, agrees };
}

const listed = (id: FieldId, text: string): FieldValue => (shapeOf(id) === 'list' ? [text] : text);

test('value, proof and result are those of the table, for every state of every record', async () => {
  const samples = (await allSamples()).filter((one) =>
    /^(plain\.jpg|strips\.tif|plain\.png|lossy\.webp)$/.test(one.name),
  );
  expect(samples).toHaveLength(4);
  let compared = 0;
  for (const { name, bytes } of samples) {
    const bare = await openContainer(memorySource(bytes), name);
    const takesIim = bare.carries.photoshop === 'make';
    const takesExif = /jpg|png|webp/.test(name);
    for (const id of fields)
      for (const whole of states) {
        const state: State = {
          ...whole,
          iim: takesIim ? whole.iim : 'absent',
          exif: takesExif ? whole.exif : 'absent',
        };
        if ((!takesIim && whole.iim !== 'absent') || (!takesExif && whole.exif !== 'absent')) continue;
        if (state.iim === 'absent' && state.digest !== 'absent') continue;
        const before = carryOut(bytes, {
          edits: bare.planEdits(blocksOf(id, state, bare.carries.iim === 'make')).edits,
        } as never);
        await compare(id, state, before, name);
        compared++;
      }
  }
  expect(compared).toBeGreaterThan(1000);
});

function blocksOf(id: FieldId, { xmp, iim, exif, digest }: State, byItself: boolean): BlockChanges {
  const record = iimOf(id, iim);
  const digestOf = digest === 'stale' ? encodeUtf8('former') : digest === 'matches' ? record : undefined;
  const resources =
    record && (digest === 'absent' ? iimResources(record).subarray(0, -28) : iimResources(record, digestOf));
  const place = field(id).exif;
  const texts = exif !== 'absent' && place ? [{ tag: place.tag, text: textOf(exif) }] : [];
  return {
    xmp: xmpOf(id, xmp),
    exif: tiffWith('little', texts),
    ...(resources ? { photoshop: resources } : {}),
    ...(record && byItself ? { iim: record } : {}),
  };
}

async function compare(id: FieldId, state: State, before: Uint8Array, name: string): Promise<void> {
  const about = [name, id, state] as const;
  const container = await openContainer(memorySource(before), name);
  const record = readFields(decodeBlocks(container.blocks, container.unreadable));
  const expected = ruled(id, state);
  const found = record.fields[id];
  // The longer IIM text of a list is cut to its DataSet; alone it is the value as it stands.
  const alone = state.xmp === 'absent' && (state.exif === 'absent' || !field(id).exif);
  if (!expected) expect([about, found]).toEqual([about, undefined]);
  else {
    const max = field(id).iim!.maxBytes;
    const text = alone || !expected.agrees ? undefined : expected.who;
    if (text !== undefined) expect([about, found?.value]).toEqual([about, listed(id, text)]);
    expect([about, String(found?.value).startsWith(expected.who.slice(0, Math.min(max, 20)))]).toEqual([
      about,
      true,
    ]);
    expect([about, found?.agrees]).toEqual([about, expected.agrees]);
  }
  const wanted = listed(id, W);
  const proof = proofOf([{ file: record.fields, drafts: { [id]: { value: wanted } } }]);
  expect([about, proof.lines.map((one) => one.kind)]).toEqual([about, [expected ? 'replaced' : 'filled']]);
  const plan = planEmbed(container, new Map([[id, wanted]]));
  expect([about, plan.refused]).toEqual([about, undefined]);
  const after = await openContainer(memorySource(carryOut(before, plan)), name);
  const result = readFields(decodeBlocks(after.blocks, after.unreadable)).fields[id];
  expect([about, result?.value, result?.agrees]).toEqual([about, wanted, true]);
  const change = proof.lines[0]!.changes[0]!;
  expect([about, change.before, change.after]).toEqual([about, found?.value ?? null, result?.value]);
  for (const voice of result!.recordValues) expect([about, voice.value]).toEqual([about, wanted]);
}
