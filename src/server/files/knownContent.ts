import type { OpenedContainer } from '../../core/containers/registry';
import { contentSample } from './contentSample';
import type { FileLayer, LayerStat } from './layer';
import { contentIdentity } from './readPhotoFile';
import { sourceOf, withFile } from './source';

interface Content {
  sample?: string;
  identity?: string;
}
const REMEMBERED = 50_000;
const known = new Map<string, Content>();

/** What is remembered of a file as long as its entry says that it is the same. */
function contentOf(file: string, { size, modifiedNs }: Pick<LayerStat, 'size' | 'modifiedNs'>): Content {
  const key = `${file}|${size}|${modifiedNs}`;
  let content = known.get(key);
  if (!content) {
    if (known.size >= REMEMBERED) known.clear();
    content = {};
    known.set(key, content);
  }
  return content;
}

interface OpenedFile {
  readonly container: Pick<OpenedContainer, 'pictureRanges'>;
  readonly stat: LayerStat;
}

/** The sample of a file's picture data (contentSample), read once while the file stays as it is. */
export async function sampleOfFile(
  file: string,
  { container, stat }: OpenedFile,
  layer?: Pick<FileLayer, 'openForReading'>,
): Promise<string> {
  const content = contentOf(file, stat);
  content.sample ??= await withFile(file, (one) => contentSample(sourceOf(one, stat.size), container), layer);
  return content.sample;
}

/** The content identity of a file, worked out once while the file stays as it is. */
export async function identityOfFile(file: string, { container, stat }: OpenedFile): Promise<string> {
  const content = contentOf(file, stat);
  content.identity ??= await withFile(file, (one) => contentIdentity(sourceOf(one, stat.size), container));
  return content.identity;
}
