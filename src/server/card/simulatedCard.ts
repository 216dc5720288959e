import { existsSync, readFileSync, statSync } from 'node:fs';
import { rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { config } from '../config';
import { failure } from '../problems/errors';

/**
 * The memory card that ships with the demo: a folder that can be taken out in the middle of a run, be slow,
 * fail to read one file, and be write-protected. Its state is in a file, so that every process sees it.
 */
export interface CardState {
  readonly isIn: boolean;
  /** Kilobytes a second; 0: as fast as the disk. */
  readonly speed: number;
  /** Name of a file that cannot be read; '' for none. */
  readonly readErrorOn: string;
  readonly writeProtected: boolean;
}

export const soundCard: CardState = { isIn: true, speed: 0, readErrorOn: '', writeProtected: false };

const root = () => path.join(config().dataFolder, 'card');
const stateFile = () => path.join(config().dataFolder, 'card.json');

/** True in the demo: only there a card and a site are simulated. */
export const isDemo = (): boolean => existsSync(root());

/** Throws 'not-found' outside the demo. */
export function inDemo<T>(act: () => T): T {
  if (!isDemo()) throw failure('not-found', { what: 'simulation' });
  return act();
}

let known: { readonly stamp: number; readonly state: CardState } | undefined;

/** How the simulated card behaves just now; read again when its file changes. */
export function cardState(): CardState {
  const stamp = statSync(stateFile(), { throwIfNoEntry: false })?.mtimeMs ?? 0;
  if (known?.stamp !== stamp) known = { stamp, state: stamp === 0 ? soundCard : stored() };
  return known.state;
}

function stored(): CardState {
  try {
    return { ...soundCard, ...(JSON.parse(readFileSync(stateFile(), 'utf8')) as Partial<CardState>) };
  } catch {
    return soundCard;
  }
}

/** Changes how the card behaves, for every process. */
export async function changeCard(change: Partial<CardState>): Promise<CardState> {
  const state = { ...cardState(), ...change };
  const part = `${stateFile()}.part`;
  await writeFile(part, JSON.stringify(state));
  await rename(part, stateFile());
  known = undefined;
  return state;
}

/** Whether a path lies on the simulated card. Elsewhere nothing is simulated. */
export function isOnCard(file: string): boolean {
  const card = process.env.FABRICA_DATA ? root() : '';
  return card !== '' && (file === card || file.startsWith(card + path.sep)) && existsSync(stateFile());
}
