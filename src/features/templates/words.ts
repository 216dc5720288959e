import { choiceWords, field, fieldLabel } from '@/core/catalogue/fields';
import { structureText } from '@/core/catalogue/value';
import { parsePlaceholder, replacePlaceholders } from '@/core/templates/grammar';
import type { Advice, AdviceCode } from '@/core/templates/health/advice';
import { type Entry, ruleWords, usualRule } from '@/core/templates/template';

/** One entry in a few words: the field, its rule where it is not the usual one, its text. */
export function entryWords(entry: Entry): string {
  const name = fieldLabel(entry.field);
  if (entry.rule === 'erase') return `${name}: erased`;
  const rule = entry.rule === usualRule(entry.field) ? '' : ` (${ruleWords[entry.rule]})`;
  return `${name}${rule}: ${entryText(entry)}`;
}

/** What an entry says, its placeholders by name alone. */
export function entryText({ field: id, rule, texts, structures }: Entry): string {
  if (rule === 'erase') return 'erased';
  const { choices } = field(id);
  return [...texts.map((text) => choiceWords(choices, text)), ...(structures ?? []).map(structureText)]
    .map((text) => replacePlaceholders(text, (inside) => `[${parsePlaceholder(inside).name}]`))
    .join(', ')
    .replace(/\{\[|\]\}/g, '');
}

const words: Readonly<Record<AdviceCode, string>> = {
  'empty-template': 'Nothing is on the page yet: it puts nothing into pictures.',
  'fill-in': 'Still to be filled in. A run refuses it until you did.',
  'unknown-placeholder': 'Nothing answers this placeholder so far. A fact of that name will.',
  'bad-placeholder': 'A placeholder cannot be understood.',
  'made-of-itself': 'This text is made of a field that is made of this one.',
  'left-over-text': 'This looks like a placeholder text that was left over.',
  filler: 'This word carries no information. Leave the line empty.',
  'form-of-address': 'A form of address is no job title.',
  'cut-in-iim': 'Too long for IIM: older programs will see it cut.',
  'near-iim-limit': 'Nearly as long as IIM allows.',
  'individual-in-standing': 'Belongs to the single picture. In a standing template it stands on all of them.',
  'rule-not-for-field': 'This rule does not fit the field.',
  'value-not-allowed': 'This is no value of the field. Expected',
  'written-year': 'A year typed here stays when the next one begins.',
  'notice-lacks': 'The notice lacks an element.',
  'letter-for-sign': '“(c)” is accepted; © is better.',
  'no-notice': 'Terms without a copyright notice: nobody learns whose they are.',
  'no-reach': 'A creator who cannot be reached: add a telephone, a web address or an e-mail.',
  'status-public-domain': 'Public domain gives up all rights, for ever. It cannot be taken back.',
  contradicts: 'Two lines contradict each other.',
  'address-incomplete': 'Not a whole address: search engines make no link of it.',
  'address-without-https': 'Search engines take a licence link from https only.',
  'email-not-one': 'This is no e-mail address.',
  'position-public': 'Coordinates tell everybody where it is.',
  'street-public': 'A street address is read by everybody who gets the picture.',
  'country-without-code': 'The country’s code of three letters can go with it.',
  'code-not-of-country': 'The code is of another country.',
};

const repairs: { readonly [K in AdviceCode]?: string } = {
  filler: 'empty the line',
  'form-of-address': 'empty the line',
  'individual-in-standing': 'only fill if empty',
  'written-year': 'use the year taken',
  'letter-for-sign': 'put ©',
  'status-public-domain': 'say in copyright',
  'address-incomplete': 'fix the address',
  'address-without-https': 'fix the address',
  'street-public': 'leave it out',
  'country-without-code': 'put the code',
  'code-not-of-country': 'put the right code',
};

export function adviceWords({ code, field: id, found }: Advice): string {
  const about = id ? `${fieldLabel(id)}: ` : '';
  if (code === 'value-not-allowed') return `${about}${words[code]}: ${found ?? 'another value'}.`;
  const detail = found && code !== 'contradicts' ? ` (${found})` : '';
  return `${about}${words[code]}${detail}`;
}

export function repairWords({ code }: Advice): string {
  return repairs[code] ?? 'Fix';
}

/** What this part of the interface says; browser tests import it. */
export const labels = {
  beginFrom: 'Begin from …',
  giveThemUpForEver: 'Give them up, for ever',
  iMeanPublicDomain: 'I mean public domain',
  keepMyRights: 'Keep my rights',
  makeATemplateOfIt: 'Make a template of it',
  nameOfTheTemplate: 'Name of the template',
  order: 'Order',
  putCopyright: 'put ©',
  saveTheTemplate: 'Save the template',
  inTheseAssignments: 'in these assignments',
  templateFile: 'Template file',
  theCaptionItselfWhereThereIsNone: 'the caption itself, where there is none',
  whatChanged: 'what changed',
  willBeErased: 'will be erased',
} as const;
