/** The three elements of a copyright notice (17 U.S.C. § 401(b); a form is advised, not required). */
export interface NoticeElements {
  readonly sign: boolean;
  readonly year: boolean;
  readonly owner: boolean;
  /** "(c)" stands for the sign: accepted, with a hint. */
  readonly letterInBrackets: boolean;
}

export function noticeElements(notice: string): NoticeElements {
  const letterInBrackets = /\(c\)/i.test(notice);
  const rest = notice
    .replace(/©|\(c\)|\bcopyright\b|\bcopr\b\.?|\ball rights reserved\b/gi, ' ')
    .replace(/\b(1[89]|20|21)\d\d\b/g, ' ')
    .replace(/https?:\/\/\S+|\S+@\S+/g, ' ');
  return {
    sign: letterInBrackets || /©|\bcopyright\b|\bcopr\b/i.test(notice),
    year: /\b(1[89]|20|21)\d\d\b/.test(notice),
    owner: /\p{L}{2,}/u.test(rest),
    letterInBrackets,
  };
}

export function isCompleteNotice(notice: string): boolean {
  const { sign, year, owner } = noticeElements(notice);
  return sign && year && owner;
}

/** A web statement makes a licence link in search engines when it is a complete https address. */
export function isLicenceLink(address: string): boolean {
  return /^https:\/\/[^\s/.]+(\.[^\s/.]+)+(\/\S*)?$/i.test(address);
}
