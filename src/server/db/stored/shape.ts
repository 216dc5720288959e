import { customType } from 'drizzle-orm/pg-core';

/** One step from a version to the next. Its name says what changed, and why old rows look as they do. */
export interface Migration {
  readonly name: string;
  readonly up: (stored: never) => unknown;
}

/**
 * The shape of a JSON column. On disk its value is beside the version that it was written in; what an
 * earlier Fabrica wrote goes through the migrations when it is read, and nothing above this file knows of it.
 */
export interface StoredShape<T> {
  readonly name: string;
  /** The present version: one more than there are migrations. */
  readonly version: number;
  readonly migrations: readonly Migration[];
  readonly read: (stored: unknown) => T;
  readonly write: (value: T) => object;
}

interface ShapeOptions {
  /** Members are beside the version, so that SQL may look at them. Objects only. */
  readonly inline?: true;
}

/** `migrations[0]` leads from version 1 to 2, and so on; a value that names no version is of version 1. */
export function storedShape<T>(
  name: string,
  migrations: readonly Migration[] = [],
  { inline }: ShapeOptions = {},
): StoredShape<T> {
  const version = migrations.length + 1;
  return {
    name,
    version,
    migrations,
    read(stored) {
      const { version: from, value } = versioned(stored);
      if (from > version) throw new Error(`“${name}” was stored by a newer Fabrica (version ${from})`);
      const steps = migrations.slice(from - 1);
      return steps.reduce<unknown>((one, { up }) => up(one as never), value) as T;
    },
    write: (value) => (inline ? { version, ...(value as object) } : { version, value }),
  };
}

/**
 * Three forms are met: value and version side by side, members beside the version, and a bare value that is older than
 * there were versions. Where a draft came from has a version of its own, which is that of a template.
 */
function versioned(stored: unknown): { version: number; value: unknown } {
  if (stored === null || typeof stored !== 'object' || Array.isArray(stored))
    return { version: 1, value: stored };
  const { version, ...rest } = stored as { version?: unknown };
  if (typeof version !== 'number' || 'by' in rest) return { version: 1, value: stored };
  const isBeside = 'value' in rest && Object.keys(rest).length === 1;
  return { version, value: isBeside ? rest.value : rest };
}

/** A column of a shape: whatever is read from it is of the present version. */
export function stored<T>(shape: StoredShape<T>) {
  return customType<{ data: T; driverData: unknown }>({
    dataType: () => 'jsonb',
    fromDriver: shape.read,
    toDriver: (value) => JSON.stringify(shape.write(value)),
  })();
}
