import { buildPrograms } from '../scripts/fabrica/install.mjs';

/** The programs that tests start (readers, the command line) are those of the present sources; built once for all of them. */
export default function builtPrograms() {
  buildPrograms();
}
