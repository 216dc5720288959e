import type { FieldId } from '../catalogue/fields';

/** Fields that hold a web address. */
export const webAddressFields: readonly FieldId[] = [
  'contactWeb',
  'webStatement',
  'rightsCertificate',
  'termsAndConditionsUrl',
  'ccAttributionUrl',
  'ccMorePermissions',
];

/**
 * A whole web address made of what people type: "www.tarn.example" → "https://www.tarn.example/". Undefined
 * where nothing is to be mended, or where the text is no address.
 */
export function repairedAddress(typed: string): string | undefined {
  const text = typed.trim();
  if (text === '' || /\{\{/.test(text) || /[\s,;]/.test(text)) return undefined;
  const bare = text
    .replace(/^(?:h?t?tps?)(?::\/?\/?|\/\/|;\/\/)/i, '')
    .replace(/^\/+/, '')
    .replace(/[.,;]+$/, '');
  if (!/^(?:[\p{L}\d](?:[\p{L}\d-]*[\p{L}\d])?\.)+\p{L}{2,}(?::\d{1,5})?(?:[/?#]\S*)?$/iu.test(bare))
    return undefined;
  const whole = `https://${bare}`;
  return whole === text ? undefined : whole;
}

/** Whether a text is an e-mail address, as far as its form tells. */
export function isEmailAddress(text: string): boolean {
  return /^[^\s@<>(),;:"]+@(?:[\p{L}\d-]+\.)+\p{L}{2,}$/u.test(text.trim());
}
