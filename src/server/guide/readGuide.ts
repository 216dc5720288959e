import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { marked, type Tokens } from 'marked';
import { type GuideSlug, guideSlugs } from '../../core/guide/guides';
import { config } from '../config';

const folder = () => path.join(/*turbopackIgnore: true*/ config().root, 'docs/guide');

/** A page of the guide, as HTML of our own text (CommonMark). */
interface GuidePage {
  readonly title: string;
  readonly html: string;
}

export async function readGuide(slug: GuideSlug): Promise<GuidePage> {
  const tokens = marked.lexer(await readFile(path.join(folder(), `${slug}.md`), 'utf8'));
  const [heading, ...rest] = tokens;
  const html = marked
    .parser(Object.assign(rest, { links: tokens.links }))
    .replaceAll(/src="(?:\.\.\/screenshots|pictures)\//g, 'src="/guide/pictures/')
    .replaceAll(/href="([a-z-]+)\.md"/g, 'href="/guide/$1"');
  return { title: (heading as Tokens.Heading).text, html };
}

export const listGuides = (): Promise<{ slug: GuideSlug; title: string }[]> =>
  Promise.all(guideSlugs.map(async (slug) => ({ slug, title: (await readGuide(slug)).title })));

/** Reads a picture of the guide, or one of docs/screenshots. Throws if neither folder contains it. */
export function readGuidePicture(name: string): Promise<Buffer> {
  const file = path.basename(name);
  return readFile(path.join(folder(), 'pictures', file)).catch(() =>
    readFile(path.join(folder(), '../screenshots', file)),
  );
}
