import type { Shelf } from '@/server/operations/templates/templateShelf';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { entryWords } from '../words';

export const orders = { name: 'by name', changed: 'last changed first', lines: 'longest first' } as const;
export type Order = keyof typeof orders;
export const shows = {
  all: 'all templates',
  standing: 'standing',
  job: 'for one job',
  force: 'in force somewhere',
  archived: 'archived',
} as const;
export type Show = keyof typeof shows;

/** What the page says, saved as a version or written since: that is what a person looks for. */
export function pageOf(template: ListedTemplate): Pick<ListedTemplate, 'name' | 'kind' | 'entries'> {
  const { draft, version } = template;
  return draft && draft.baseVersion === version ? draft : template;
}

const texts = new WeakMap<ListedTemplate, string>();

/** Name and contents in small letters; made once for a template. */
function searched(template: ListedTemplate): string {
  let text = texts.get(template);
  if (text === undefined) {
    const { name, entries } = pageOf(template);
    text = `${name} ${entries.map(entryWords).join(' ')}`.toLowerCase();
    texts.set(template, text);
  }
  return text;
}

export function shelved(
  { templates, inForce }: Shelf,
  { words, order, show }: { words: string; order: Order; show: Show },
): ListedTemplate[] {
  const wanted = words.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const isShown = (one: ListedTemplate) => {
    if (one.archived !== (show === 'archived')) return false;
    if (show === 'standing' || show === 'job') return one.kind === show;
    return show === 'force' ? inForce[one.id] !== undefined : true;
  };
  const found = templates.filter(
    (one) => isShown(one) && wanted.every((word) => searched(one).includes(word)),
  );
  return found.sort((a, b) => {
    if (order === 'changed') return b.changedAt.localeCompare(a.changedAt);
    if (order === 'lines') return pageOf(b).entries.length - pageOf(a).entries.length;
    return pageOf(a).name.localeCompare(pageOf(b).name, undefined, { numeric: true });
  });
}
