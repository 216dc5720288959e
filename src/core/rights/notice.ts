import { noticeParts } from './noticeParts';

/** The three elements of a copyright notice (17 U.S.C. § 401(b); a form is advised, not required). */
export interface NoticeElements {
  readonly sign: boolean;
  readonly year: boolean;
  readonly owner: boolean;
  /** "(c)" stands for the sign: accepted, with a hint. */
  readonly letterInBrackets: boolean;
}

/** Notices longer than this are looked at by their beginning. */
const MOST_CHARACTERS = 4000;

/** Which of the three elements a notice has: sign or word, year, owner (common practice). */
export function noticeElements(notice: string): NoticeElements {
  const text = notice.slice(0, MOST_CHARACTERS);
  const letterInBrackets = /\(c\)/i.test(text);
  const { year, owner } = noticeParts(text);
  const named = owner.replace(/©|\(c\)|\bcopyright\b|\bcopr\b\.?|\ball rights reserved\b/gi, ' ');
  return {
    sign: letterInBrackets || /©|\bcopyright\b|\bcopr\b/i.test(text),
    year: /\d{4}/.test(year),
    owner: named.split(/\s+/).some((word) => /\p{L}{2,}/u.test(word) && !/@|^https?:/i.test(word)),
    letterInBrackets,
  };
}

/** Whether a notice has all three. */
export function isCompleteNotice(notice: string): boolean {
  const { sign, year, owner } = noticeElements(notice);
  return sign && year && owner;
}

/** A web statement makes a licence link in search engines when it is a complete https address. */
export function isLicenceLink(address: string): boolean {
  return address.length <= 4000 && /^https:\/\/[^\s/.]+(\.[^\s/.]+)+(\/\S*)?$/i.test(address);
}
