import type { CheckKind, Rule } from '@/core/checks/checklist';

/** What a new rule of each kind begins with. */
export const newRules: { readonly [K in CheckKind]: Extract<Rule, { check: K }> } = {
  field: { check: 'field', field: 'headline', severity: 'should' },
  'one-of': { check: 'one-of', fields: ['city', 'country'], severity: 'should' },
  pattern: { check: 'pattern', field: 'title', pattern: '*', severity: 'should' },
  length: { check: 'length', field: 'description', unit: 'characters', most: 400, severity: 'should' },
  'keyword-count': { check: 'keyword-count', least: 3, severity: 'should' },
  'keywords-known': { check: 'keywords-known', severity: 'should' },
  pixels: { check: 'pixels', side: 'long', least: 1200, severity: 'should' },
  format: { check: 'format', formats: ['jpeg'], severity: 'should' },
  profile: { check: 'profile', profiles: ['sRGB'], severity: 'should' },
  bits: { check: 'bits', bits: [8], severity: 'should' },
  'notice-elements': { check: 'notice-elements', severity: 'should' },
  'rights-agree': { check: 'rights-agree', severity: 'should' },
  'owner-stated': { check: 'owner-stated', severity: 'should' },
  'notice-year': { check: 'notice-year', severity: 'should' },
  'records-agree': { check: 'records-agree', severity: 'should' },
  'date-plausible': { check: 'date-plausible', severity: 'should' },
  addresses: { check: 'addresses', severity: 'should' },
  'licence-link': { check: 'licence-link', severity: 'should' },
  'own-caption': { check: 'own-caption', severity: 'should' },
  'people-shown': { check: 'people-shown', severity: 'should' },
  'no-placeholders': { check: 'no-placeholders', severity: 'should' },
  'release-stated': { check: 'release-stated', severity: 'should' },
  'no-coordinates': { check: 'no-coordinates', severity: 'should' },
  readable: { check: 'readable', severity: 'should' },
};

/** What the kinds with parameters are called where one is chosen; the others are called as their rule is. */
export const kindWords: { readonly [K in CheckKind]?: string } = {
  field: 'A field that must be filled',
  'one-of': 'One of several fields',
  pattern: 'A field of a certain form',
  length: 'The length of a text',
  'keyword-count': 'The number of keywords',
  pixels: 'The size in pixels',
  format: 'The format of the file',
  profile: 'The colour profile',
  bits: 'Bits of a sample',
};
