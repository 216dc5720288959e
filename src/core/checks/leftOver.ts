/** Words that were only to hold the place of others (common practice). */
export const LEFT_OVER =
  /\b(your (name|e-?mail|address|phone|telephone|company|web ?site)|name here|lorem ipsum|insert .{1,20} here|x{3,}|todo|tbd|yourname|example@|firstname lastname)\b/i;

/** A whole text that says nothing (common practice). */
export const FILLER =
  /^(n\.?\/?a\.?|none|test|testing|unknown|nil|null|undefined|-+|\.+|\?+|tba|asdf+|foo|bar)$/i;
