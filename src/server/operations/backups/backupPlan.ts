import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import { type BackupPlan, defaultPlan } from '../../../core/kept/backupPlan';
import { createSalt } from '../../backup/encryption';
import { inData } from '../../config';
import type { Context } from '../../context';
import { backupPlans } from '../../db/schema/kept';
import { announce } from '../../jobs/queue';
import { usableFolder } from '../folders/folders';

/** Readable by the owner only; no backup contains it. */
const passphraseFile = () => inData('backup-passphrase');

export type KeptPlan = BackupPlan & Pick<typeof backupPlans.$inferSelect, 'failedAt' | 'problem'>;

export async function readPlan({ db }: Context): Promise<KeptPlan> {
  const [kept] = await db.select().from(backupPlans);
  return kept ?? { ...defaultPlan, failedAt: null, problem: null };
}

export const folderOf = ({ folder }: Pick<BackupPlan, 'folder'>): string => folder ?? inData('backups');

/** Updates the given settings. Rejects folders that Fabrica may not use; an empty passphrase turns encryption off. */
export async function changePlan(
  context: Context,
  { passphrase, ...change }: Partial<BackupPlan> & { readonly passphrase?: string },
): Promise<void> {
  const folder = change.folder ? await usableFolder(change.folder) : change.folder;
  const set = { ...change, ...(folder === undefined ? {} : { folder }) };
  if (passphrase !== undefined) await saveSecret(passphrase);
  if (Object.keys(set).length > 0)
    await context.db
      .insert(backupPlans)
      .values({ ...defaultPlan, ...set })
      .onConflictDoUpdate({ target: backupPlans.id, set: { ...set, failedAt: null, problem: null } });
  await announce(context.db, { kind: 'backups', id: '' });
}

/** The passphrase, and the salt that all its backups share. */
export interface BackupSecret {
  readonly passphrase: string;
  readonly salt: string;
}

async function saveSecret(passphrase: string): Promise<void> {
  if (passphrase === '') return rm(passphraseFile(), { force: true });
  const secret: BackupSecret = { passphrase, salt: await createSalt() };
  const part = `${passphraseFile()}.part`;
  await writeFile(part, JSON.stringify(secret), { mode: 0o600 });
  await rename(part, passphraseFile());
}

/** Returns undefined if backups are not encrypted. */
export async function readSecret(): Promise<BackupSecret | undefined> {
  try {
    return JSON.parse(await readFile(passphraseFile(), 'utf8')) as BackupSecret;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined;
    throw error;
  }
}
