/**
 * Whether a text is of a form: `*` stands for any signs, `?` for one, `#` for one digit. Capital and small letters are
 * the same. It goes on from the last `*` alone, so it takes no longer than text times pattern, both of which are bounded.
 */
export function matchesPattern(text: string, pattern: string): boolean {
  const [signs, form] = [[...text.toLowerCase()], [...pattern.toLowerCase()]];
  let at = 0;
  let inForm = 0;
  let star = -1;
  let behindStar = 0;
  while (at < signs.length) {
    if (form[inForm] === '*') {
      star = inForm++;
      behindStar = at;
    } else if (fits(signs[at]!, form[inForm])) {
      at++;
      inForm++;
    } else if (star !== -1) {
      inForm = star + 1;
      at = ++behindStar;
    } else return false;
  }
  while (form[inForm] === '*') inForm++;
  return inForm === form.length;
}

const fits = (sign: string, form: string | undefined): boolean =>
  form === '?' || (form === '#' ? /\d/.test(sign) : form === sign);
