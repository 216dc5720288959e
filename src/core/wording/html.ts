const signs: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** A text as HTML: markup in it stays text, in elements and in quoted attributes (HTML, 13.1). */
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => signs[sign]!);

/** JSON inside a script element: nothing in it ends the element or begins a comment (HTML, 4.12.1.3). */
export const jsonInScript = (value: unknown): string =>
  JSON.stringify(value, null, 1).replace(
    /[<>&\u2028\u2029]/g,
    (sign) => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
