import path from 'node:path';

/** Where this installation keeps its things and how it is reached; set by ./fabrica. */
export interface Config {
  readonly root: string;
  readonly dataFolder: string;
  readonly databaseUrl: string;
  /** The address of the web application, e.g. http://127.0.0.1:4400 */
  readonly address: string;
}

/** The settings of this process. Throws where ./fabrica did not set them. */
export function config(): Config {
  return {
    root: process.env.FABRICA_ROOT ?? process.cwd(),
    dataFolder: process.env.FABRICA_DATA ?? path.join(/*turbopackIgnore: true*/ process.cwd(), '.fabrica'),
    // Reader processes have none, and need none.
    get databaseUrl() {
      return required('FABRICA_DATABASE_URL');
    },
    address: process.env.FABRICA_ADDRESS ?? 'http://127.0.0.1:4400',
  };
}

/** Returns a path in the data folder. */
export const inData = (name: string): string =>
  path.join(/*turbopackIgnore: true*/ config().dataFolder, name);

function required(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: start Fabrica with ./fabrica`);
  return value;
}
