import { homedir } from 'node:os';
import path from 'node:path';

/** Where undo records of the command line are (XDG Base Directory: state). */
export function undoFolder(): string {
  const state =
    process.env.FABRICA_STATE ??
    path.join(process.env.XDG_STATE_HOME ?? path.join(homedir(), '.local/state'), 'fabrica');
  return path.join(state, 'undo');
}
