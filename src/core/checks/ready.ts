import type { Checklist } from './checklist';

const reach = ['contactEmail', 'contactPhone', 'contactWeb'] as const;

/** A name, a way to reach it, a notice: what every picture should carry before it is shown to anybody. */
const minimum = [
  { check: 'readable', severity: 'must' },
  { check: 'field', field: 'creator', severity: 'must' },
  { check: 'one-of', fields: reach, severity: 'must' },
  { check: 'field', field: 'copyrightNotice', severity: 'must' },
  { check: 'notice-elements', severity: 'should' },
  { check: 'no-placeholders', severity: 'should' },
  { check: 'rights-agree', severity: 'note' },
] as const satisfies Checklist['rules'];

/**
 * Lists that come with Fabrica. Which rule is how grave for which purpose is common practice; the licence link is what
 * search engines ask for (IPTC, quick guide for image licences), the 250 characters of alt text are the standard's (IPTC
 * Photo Metadata, Alt Text; from memory).
 */
export const readyLists = [
  { id: 'minimum', name: 'Minimum', rules: minimum },
  {
    id: 'web',
    name: 'Web with licence link',
    rules: [
      ...minimum,
      { check: 'licence-link', severity: 'must' },
      { check: 'own-caption', severity: 'should' },
      { check: 'field', field: 'creditLine', severity: 'should' },
      { check: 'one-of', fields: ['usageTerms', 'webStatement', 'ccLicense'], severity: 'should' },
      { check: 'addresses', severity: 'should' },
      { check: 'notice-year', severity: 'should' },
      { check: 'records-agree', severity: 'should' },
      { check: 'pixels', side: 'long', least: 1200, severity: 'should' },
      { check: 'profile', profiles: ['sRGB', 'Display P3'], severity: 'should' },
      { check: 'field', field: 'altText', severity: 'note' },
      { check: 'keyword-count', least: 3, severity: 'note' },
      { check: 'no-coordinates', severity: 'note' },
    ],
  },
  {
    id: 'news',
    name: 'News desk',
    rules: [
      ...minimum,
      { check: 'own-caption', mayBeShared: true, severity: 'must' },
      { check: 'date-plausible', severity: 'must' },
      { check: 'one-of', fields: ['city', 'sublocation', 'country'], severity: 'must' },
      { check: 'field', field: 'creditLine', severity: 'must' },
      { check: 'field', field: 'headline', severity: 'should' },
      { check: 'length', field: 'description', unit: 'words', least: 8, most: 120, severity: 'should' },
      { check: 'people-shown', severity: 'should' },
      { check: 'keyword-count', least: 3, severity: 'should' },
      { check: 'records-agree', severity: 'should' },
      { check: 'pixels', side: 'long', least: 2000, severity: 'should' },
      { check: 'field', field: 'countryCode', severity: 'note' },
    ],
  },
  {
    id: 'stock',
    name: 'Stock',
    rules: [
      ...minimum,
      { check: 'field', field: 'title', severity: 'must' },
      { check: 'field', field: 'description', severity: 'must' },
      { check: 'keyword-count', least: 5, most: 50, severity: 'must' },
      { check: 'release-stated', severity: 'must' },
      { check: 'pixels', side: 'megapixels', least: 4, severity: 'must' },
      { check: 'format', formats: ['jpeg', 'tiff'], severity: 'must' },
      { check: 'profile', profiles: ['sRGB'], severity: 'should' },
      { check: 'keywords-known', severity: 'note' },
      { check: 'notice-year', severity: 'note' },
    ],
  },
  {
    id: 'archive',
    name: 'Archive',
    rules: [
      ...minimum,
      { check: 'own-caption', severity: 'must' },
      { check: 'date-plausible', severity: 'must' },
      { check: 'one-of', fields: ['city', 'sublocation', 'country', 'locationShown'], severity: 'must' },
      { check: 'records-agree', severity: 'must' },
      { check: 'owner-stated', severity: 'should' },
      { check: 'people-shown', severity: 'should' },
      { check: 'keyword-count', least: 1, severity: 'should' },
      { check: 'keywords-known', severity: 'should' },
      { check: 'notice-year', severity: 'should' },
      { check: 'field', field: 'source', severity: 'note' },
    ],
  },
  {
    id: 'accessibility',
    name: 'Accessibility',
    rules: [
      { check: 'readable', severity: 'must' },
      { check: 'field', field: 'altText', severity: 'must' },
      { check: 'length', field: 'altText', unit: 'characters', most: 250, severity: 'should' },
      { check: 'field', field: 'description', severity: 'should' },
      { check: 'field', field: 'extendedDescription', severity: 'note' },
    ],
  },
] as const satisfies readonly Checklist[];

/** The list that an assignment begins with. */
export const usualList: Checklist = readyLists[0];

export const readyList = (id: string): Checklist | undefined => readyLists.find((one) => one.id === id);
