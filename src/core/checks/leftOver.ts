/** Words that were only to hold the place of others (common practice). */
const LEFT_OVER =
  /\b(your (name|e-?mail|address|phone|telephone|company|web ?site)|name here|lorem ipsum|insert .{1,20} here|x{3,}|yourname|example@|firstname lastname)\b/i;

/** In capitals alone: "todo" is a word of other languages. */
const IN_CAPITALS = /\b(TODO|TBD)\b/;

/** The first words of a text that only held the place of others. */
export function leftOverIn(text: string): string | undefined {
  return (LEFT_OVER.exec(text) ?? IN_CAPITALS.exec(text))?.[0];
}

/** A whole text that says nothing (common practice). */
export const FILLER =
  /^(n\.?\/?a\.?|none|test|testing|unknown|nil|null|undefined|-+|\.+|\?+|tba|asdf+|foo|bar)$/i;
