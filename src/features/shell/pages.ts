/** The pages that every page leads to. */
export const pages = [
  { href: '/', word: 'Workshop' },
  { href: '/find', word: 'Find' },
  { href: '/templates', word: 'Templates' },
  { href: '/vocabulary', word: 'Vocabulary' },
  { href: '/runs', word: 'Receipts' },
  { href: '/licences', word: 'Licences' },
  { href: '/details', word: 'My details' },
  { href: '/read', word: 'Read a file' },
  { href: '/upkeep', word: 'Upkeep' },
  { href: '/kept', word: 'Storage' },
  { href: '/backups', word: 'Backups' },
] as const;
