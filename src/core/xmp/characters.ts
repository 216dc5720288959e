/** What XML 1.0 has no way to write: most control characters, lone surrogates (XML 1.0, 2.2). */
export const notInXml = /[^\t\n\r\u{20}-\u{d7ff}\u{e000}-\u{fffd}\u{10000}-\u{10ffff}]/u;
