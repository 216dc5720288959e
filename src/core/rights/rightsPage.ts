/** What a page about one's rights says; to be put on one's own site. */
export interface RightsPage {
  readonly owner: string;
  readonly email: string;
  readonly telephone: string;
  readonly web: string;
  /** Without a licence all rights are reserved. */
  readonly licence?: { readonly name: string; readonly url: string };
}

interface Paragraph {
  readonly text: string;
  readonly link?: string;
}

/** Headings and paragraphs, the same for both forms. */
function content({
  owner,
  email,
  telephone,
  web,
  licence,
}: RightsPage): { heading: string; paragraphs: Paragraph[] }[] {
  const reach = [email, telephone, web].filter((one) => one !== '').join(', ');
  const ask: Paragraph = {
    text: reach === '' ? `Please ask ${owner} first.` : `Please ask ${owner} first: ${reach}.`,
  };
  const always: Paragraph = {
    text: `Always name the creator as the picture’s metadata state, and leave the metadata in the file.`,
  };
  return licence
    ? [
        {
          heading: 'What you may do',
          paragraphs: [
            {
              text: `Unless a picture says otherwise, the pictures of ${owner} are licensed under ${licence.name}.`,
              link: licence.url,
            },
            { text: 'The terms of that licence tell what it allows and what it asks of you.' },
            always,
          ],
        },
        { heading: 'Anything beyond the licence', paragraphs: [ask] },
      ]
    : [
        {
          heading: 'All rights reserved',
          paragraphs: [
            {
              text: `The pictures of ${owner} are protected by copyright. No picture may be copied, changed, published or used to train software without written permission, unless the law allows it.`,
            },
          ],
        },
        { heading: 'If you would like to use a picture', paragraphs: [ask, always] },
      ];
}

const TITLE = 'Use of pictures';

/** A page of terms as plain text. */
export function rightsPageText(page: RightsPage): string {
  const sections = content(page).map(({ heading, paragraphs }) =>
    [heading, ...paragraphs.map(({ text, link }) => (link ? `${text}\n${link}` : text))].join('\n\n'),
  );
  return `${[`${TITLE}: ${page.owner}`, ...sections].join('\n\n')}\n`;
}

/** A page of terms as HTML; every text is escaped. */
export function rightsPageHtml(page: RightsPage): string {
  const sections = content(page).map(
    ({ heading, paragraphs }) =>
      `  <h2>${escaped(heading)}</h2>\n${paragraphs.map(htmlParagraph).join('\n')}`,
  );
  const title = `${TITLE}: ${escaped(page.owner)}`;
  return [
    '<!doctype html>',
    '<html lang="en">',
    '<head>',
    '  <meta charset="utf-8">',
    '  <meta name="viewport" content="width=device-width, initial-scale=1">',
    `  <title>${title}</title>`,
    '</head>',
    '<body>',
    `  <h1>${title}</h1>`,
    ...sections,
    '</body>',
    '</html>',
    '',
  ].join('\n');
}

function htmlParagraph({ text, link }: Paragraph): string {
  const more = link ? ` <a rel="license" href="${escaped(link)}">${escaped(link)}</a>` : '';
  return `  <p>${escaped(text)}${more}</p>`;
}

function escaped(text: string): string {
  const signs: Record<string, string> = {
    '&': '&amp;',
    '<': '&lt;',
    '>': '&gt;',
    '"': '&quot;',
    "'": '&#39;',
  };
  return text.replace(/[&<>"']/g, (sign) => signs[sign]!);
}
