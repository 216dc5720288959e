import { asList, asText } from '../catalogue/value';
import { isLicenceLink } from '../rights/notice';
import type { Values } from '../templates/resolution';
import { escaped, jsonInScript } from '../wording/html';
import type { Pixels } from './copySize';

/** One file of a delivered picture, as the page names it. */
export interface FigureFile extends Pixels {
  /** From the page's own place. */
  readonly path: string;
}

/** schema.org/ImageObject with what search engines take for a licence (IPTC, quick guide for image licences). */
export function imageObject(values: Values, [largest]: readonly FigureFile[]): object {
  const creators = asList(values.creator).map((name) => ({ '@type': 'Person', name }));
  const licence = asText(values.webStatement) || asText(values.ccLicense);
  const acquire = licensorPage(values);
  const properties = {
    contentUrl: largest && pathAsUrl(largest.path),
    width: largest?.width,
    height: largest?.height,
    name: asText(values.title) || asText(values.headline),
    description: asText(values.description),
    creator: creators.length === 1 ? creators[0] : creators,
    creditText: creditText(values),
    copyrightNotice: asText(values.copyrightNotice),
    license: isLicenceLink(licence) ? licence : '',
    acquireLicensePage: isLicenceLink(acquire) ? acquire : '',
  };
  const stated = Object.entries(properties).filter(
    ([, value]) => value !== undefined && value !== '' && !(Array.isArray(value) && value.length === 0),
  );
  return { '@context': 'https://schema.org/', '@type': 'ImageObject', ...Object.fromEntries(stated) };
}

/** "Creator / Credit Line", each once. */
export function creditText({ creator, creditLine }: Values): string {
  const names = [...asList(creator), asText(creditLine)].filter((one) => one !== '');
  return [...new Set(names)].join(' / ');
}

/** What stands for the picture where it cannot be seen: its alt text, else headline, title, or the caption's first sentence. */
export function altOf(values: Values): string {
  const text = asText(values.altText) || asText(values.headline) || asText(values.title);
  return text || (asText(values.description).split(/(?<=[.!?])\s/, 1)[0] ?? '');
}

function licensorPage({ licensor }: Values): string {
  const [first] = Array.isArray(licensor) ? licensor : [];
  return typeof first === 'object' && typeof first.web === 'string' ? first.web : '';
}

/** Encodes "%", "#" and "?" in file names, which have a meaning in an address. */
const pathAsUrl = (path: string): string => path.split('/').map(encodeURIComponent).join('/');

/**
 * A picture as an HTML figure, with what programs read of its licence beside it. The first file is shown where the
 * browser knows no better; all of them are on offer by their width.
 */
export function figureHtml(values: Values, files: readonly FigureFile[]): string {
  const byWidth = [...files].sort((a, b) => b.width - a.width);
  const [largest] = byWidth;
  if (!largest) return '';
  const sizes = byWidth.map(({ path, width }) => `${pathAsUrl(path)} ${width}w`).join(', ');
  const srcset =
    byWidth.length > 1
      ? ` srcset="${escaped(sizes)}" sizes="(max-width: ${largest.width}px) 100vw, ${largest.width}px"`
      : '';
  const credit = creditText(values);
  const licence = asText(values.webStatement) || asText(values.ccLicense);
  const rights = [
    credit && `<span class="credit">${escaped(credit)}</span>`,
    escaped(asText(values.copyrightNotice)),
    isLicenceLink(licence) && `<a rel="license" href="${escaped(licence)}">Licence</a>`,
  ].filter(Boolean);
  return [
    '<figure>',
    `<img src="${escaped(pathAsUrl(largest.path))}"${srcset} width="${largest.width}" height="${largest.height}" alt="${escaped(altOf(values))}">`,
    `<script type="application/ld+json">${jsonInScript(imageObject(values, byWidth))}</script>`,
    `<figcaption>${[
      escaped(asText(values.description)),
      rights.length > 0 ? `<small>${rights.join(' · ')}</small>` : '',
    ]
      .filter((one) => one !== '')
      .join(' ')}</figcaption>`,
    '</figure>',
  ].join('\n');
}

const PAGE_STYLE =
  'body{margin:2rem auto;max-width:70rem;padding:0 1rem;font:1rem/1.5 Georgia,serif;color:#222;background:#fafaf7}' +
  'figure{margin:0 0 3rem}img{max-width:100%;height:auto}figcaption{max-width:45rem}small{color:#555}';

/** A page of figures that opens without a server: it fetches nothing but the files beside it. */
export function figurePage(title: string, figures: readonly string[]): string {
  return [
    '<!DOCTYPE html>',
    '<html lang="en">',
    '<head>',
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escaped(title)}</title>`,
    `<style>${PAGE_STYLE}</style>`,
    '</head>',
    '<body>',
    `<h1>${escaped(title)}</h1>`,
    ...figures,
    '</body>',
    '</html>',
    '',
  ].join('\n');
}
