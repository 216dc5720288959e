/** Wordings on offer for Rights Usage Terms, each for a kind of work (common practice). */
export const usageTermsWordings: readonly { readonly name: string; readonly text: string }[] = [
  { name: 'nothing without asking', text: 'No use without written permission.' },
  {
    name: 'one client, one use',
    text: 'Licensed to {{ client }} for the agreed use only. No use by others without written permission.',
  },
  {
    name: 'editorial use',
    text: 'Editorial use only, with credit “{{ creator }}{[ / {{ credit line }}]}”. No advertising, no resale.',
  },
  {
    name: 'property or product',
    text: 'For the marketing of this property or product by the client only. Not transferable.',
  },
  {
    name: 'people at an event',
    text: 'Private use by the people shown. Publication only with written permission.',
  },
  {
    name: 'press, with credit',
    text: 'Free for press reports on {{ event name ? the event }}, with credit.',
  },
];
