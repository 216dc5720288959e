import { asc } from 'drizzle-orm';
import { sameTerm } from '../../../core/keywords/parse';
import { replaceTerms } from '../../../core/keywords/replaceTerms';
import type { Entry } from '../../../core/templates/template';
import type { Context } from '../../context';
import { templates } from '../../db/schema/templates';
import { rewriteTemplates } from './rewriteTemplates';

/** Templates that put or remove one of some keywords, by name. */
export async function templatesWithKeywords(
  context: Context,
  words: readonly string[],
): Promise<{ id: string; name: string }[]> {
  const rows = await context.db.select().from(templates).orderBy(asc(templates.name));
  const isAmong = (text: string) => words.some((word) => sameTerm(word, text));
  return rows
    .filter(({ entries, draft }) =>
      [...entries, ...(draft?.entries ?? [])].some((one) => isKeywords(one) && one.texts.some(isAmong)),
    )
    .map(({ id, name }) => ({ id, name }));
}

/** Puts other keywords in place of some in all templates, each as a new version; in what is not saved yet, too. */
export async function replaceInTemplates(
  context: Context,
  from: readonly string[],
  to: readonly string[],
): Promise<{ templates: number }> {
  const found = await templatesWithKeywords(context, from);
  const replaced = (entries: readonly Entry[]) => entries.flatMap((entry) => withOthers(entry, from, to));
  const note = to.length > 0 ? `“${from[0]}” is “${to.join('”, “')}” now` : `“${from[0]}” is taken out`;
  await rewriteTemplates(
    context,
    found.map(({ id }) => id),
    replaced,
    note,
  );
  return { templates: found.length };
}

const isKeywords = ({ field, rule }: Entry) => field === 'keywords' && rule !== 'erase';

function withOthers(entry: Entry, from: readonly string[], to: readonly string[]): Entry[] {
  if (!isKeywords(entry)) return [entry];
  const texts = replaceTerms(entry.texts, from, to);
  return texts.length === 0 && entry.texts.length > 0 ? [] : [{ ...entry, texts }];
}
