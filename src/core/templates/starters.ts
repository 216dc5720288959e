import type { FieldId } from '../catalogue/fields';
import { ccEntries } from '../rights/creativeCommons';
import { FILL_IN } from './placeholders';
import type { Entry, Rule, TemplateKind } from './template';
import { usualRule } from './template';

/** A template to begin with. What is to be filled in is a placeholder that never has a value. */
export interface Starter {
  readonly id: string;
  readonly name: string;
  readonly kind: TemplateKind;
  /** For whom and what. */
  readonly about: string;
  readonly entries: readonly Entry[];
}

const fill = (what: string) => `{{ ${FILL_IN} : ${what} }}`;
const entry = (field: FieldId, text: string | readonly string[], rule: Rule = usualRule(field)): Entry => ({
  field,
  rule,
  texts: typeof text === 'string' ? [text] : text,
});
const place = (field: FieldId, what: string) => entry(field, fill(what), 'fill');

export const starters: readonly Starter[] = [
  {
    id: 'identity',
    name: 'Who I am and how to reach me',
    kind: 'standing',
    about:
      'Name, credit and contact: the same on every picture. A telephone number and a web address are enough.',
    entries: [
      entry('creator', fill('your name')),
      entry('creditLine', fill('your name, or the firm you work for')),
      entry('contactPhone', fill('your telephone, with country code')),
      entry('contactWeb', fill('your web address')),
      entry('contactEmail', fill('your e-mail')),
    ],
  },
  {
    id: 'reserved',
    name: 'All rights reserved',
    kind: 'standing',
    about: 'Notice with the year of each picture, status, terms, and the page that states them.',
    entries: [
      entry('copyrightNotice', `© {{ year taken }} ${fill('owner of the rights')}, all rights reserved`),
      entry('rightsStatus', 'in-copyright'),
      entry('usageTerms', 'No use without written permission.'),
      entry('webStatement', fill('https address of your rights page')),
    ],
  },
  {
    id: 'open',
    name: 'Open licence',
    kind: 'standing',
    about: 'Creative Commons, with attribution: status, terms, licence and the cc: properties say one thing.',
    entries: [
      entry('copyrightNotice', `© {{ year taken }} ${fill('owner of the rights')}`),
      ...ccEntries({
        kind: 'licence',
        licence: 'by',
        version: '4.0',
        attributionName: fill('name to be credited'),
        attributionUrl: fill('https address to be named with it'),
        page: '',
        morePermissions: '',
      }).filter((one) => one.rule !== 'erase'),
    ],
  },
  {
    id: 'news',
    name: 'News assignment',
    kind: 'job',
    about: 'Byline under every caption, place and country of the day, job number and embargo.',
    entries: [
      entry('description', '{{ creator }}{[ / {{ credit line }}]}', 'after'),
      entry('headline', '{{ assignment }}', 'fill'),
      place('city', 'city'),
      place('country', 'country'),
      place('countryCode', 'country code of three letters'),
      entry('jobId', fill('job number of the desk'), 'fill'),
      entry('source', '{{ credit line }}'),
      entry('instructions', fill('embargo or handling, or leave this line out')),
    ],
  },
  {
    id: 'series',
    name: 'Property or product series',
    kind: 'job',
    about: 'The same headline, caption and search words on a whole series, numbered.',
    entries: [
      entry('headline', fill('what the series shows')),
      entry('title', '{{ assignment }} {{ running number : 3 }}', 'fill'),
      entry('description', fill('one or two sentences about it'), 'fill'),
      entry('keywords', [fill('search words')]),
      entry(
        'usageTerms',
        'For the marketing of this property or product by the client only. Not transferable.',
      ),
      place('sublocation', 'street, building or hall'),
      place('city', 'city'),
    ],
  },
  {
    id: 'event',
    name: 'Event with names',
    kind: 'job',
    about: 'Match, ceremony, launch: event and venue are facts of the assignment, typed before the day.',
    entries: [
      entry('eventName', '{{ event }}'),
      entry('headline', '{{ event }}{[, {{ venue }}]}', 'fill'),
      entry('sublocation', '{{ venue }}', 'fill'),
      entry('city', '{{ city of the event }}', 'fill'),
      entry('keywords', ['{{ event }}', '{{ venue }}']),
      entry('description', '{{ creator }}{[ / {{ credit line }}]}', 'after'),
    ],
  },
  {
    id: 'studio',
    name: 'Studio with its place',
    kind: 'standing',
    about: 'A fixed place, prefilled where a picture names none. Think before coordinates become public.',
    entries: [
      place('sublocation', 'name of the studio'),
      place('city', 'city'),
      place('state', 'province or state'),
      place('country', 'country'),
      place('countryCode', 'country code of three letters'),
      entry('digitalSourceType', 'http://cv.iptc.org/newscodes/digitalsourcetype/digitalCapture', 'fill'),
    ],
  },
  {
    id: 'archive',
    name: 'Archive of old pictures',
    kind: 'standing',
    about: 'Scans keep their own year and words: everything fills only what is empty.',
    entries: [
      entry('creator', fill('name of the photographer'), 'fill'),
      entry('copyrightNotice', `© {{ year taken }} ${fill('owner of the rights')}`, 'fill'),
      entry('rightsStatus', 'in-copyright', 'fill'),
      entry('source', fill('name of the archive'), 'fill'),
      entry('digitalSourceType', 'http://cv.iptc.org/newscodes/digitalsourcetype/negativeFilm', 'fill'),
      entry('usageTerms', 'No use without written permission.', 'fill'),
    ],
  },
];
