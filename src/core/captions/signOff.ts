import { containsSegment } from '../templates/segments';

/** The sign-off: the closing line that a template puts after a caption, on a line of its own. */
export function splitSignOff(
  description: string,
  signOff: string | undefined,
): { caption: string; signedOff: boolean } {
  if (!signOff || !description.endsWith(signOff)) return { caption: description, signedOff: false };
  const before = description.slice(0, description.length - signOff.length);
  if (before !== '' && !before.endsWith('\n')) return { caption: description, signedOff: false };
  return { caption: withoutLineEnds(before), signedOff: true };
}

function withoutLineEnds(text: string): string {
  let end = text.length;
  while (text[end - 1] === '\n') end--;
  return text.slice(0, end);
}

/** The caption with its sign-off underneath, never twice. */
export function joinSignOff(caption: string, signOff: string | undefined): string {
  const words = caption.trim();
  if (!signOff) return words;
  if (words === '') return signOff;
  return containsSegment(words, signOff, '\n') ? words : `${words}\n${signOff}`;
}
