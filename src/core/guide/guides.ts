/** Pages of the guide in their order: `docs/guide/<slug>.md`, and the addresses whose Help link opens them. */
const guides = {
  'first-template': [/^\/templates/],
  'bring-in-a-card': [/^\/assignments\/[^/]+\/(prepare|bring-in)$/],
  'describe-a-group': [/^\/assignments\/[^/]+\/describe$/, /^\/find$/],
  'consistent-keywords': [/^\/vocabulary$/],
  'check-a-set': [/^\/assignments\/[^/]+\/check$/, /^\/read$/],
  'deliver-copies': [/^\/assignments\/[^/]+\/deliver$/, /^\/licences$/, /^\/runs/],
  'new-year': [/^\/upkeep$/],
  'changed-details': [/^\/details$/],
  'moved-disk': [/^\/kept$/],
  'restore-a-backup': [/^\/backups$/],
} as const satisfies Record<string, readonly RegExp[]>;
export type GuideSlug = keyof typeof guides;
export const guideSlugs = Object.keys(guides) as GuideSlug[];
export const isGuideSlug = (slug: string): slug is GuideSlug => Object.hasOwn(guides, slug);

/** Returns the address of the guide about a page; of its table of contents where none is about it. */
export function guideAddress(pathname: string): string {
  const slug = guideSlugs.find((one) => guides[one].some((page) => page.test(pathname)));
  return slug ? `/guide/${slug}` : '/guide';
}
