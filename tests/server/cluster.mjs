import { Postgres } from '../../scripts/fabrica/postgres.mjs';

// A throwaway cluster: `node cluster.mjs start FOLDER` prints its address, `stop FOLDER` ends it.
const [verb, folder] = process.argv.slice(2);
const postgres = new Postgres(folder, { throwaway: true });
if (verb === 'start') console.log(await postgres.start());
else postgres.stop();
