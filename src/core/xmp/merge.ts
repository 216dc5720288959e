import { property, type XmpModel } from './model';
import { sameXmpValue } from './same';

/**
 * One model of two packets of a file: what the second says beyond the first is added to the first resource.
 * Where both name a property with different values the first counts, and it is reported as differing.
 */
export function mergeXmp(first: XmpModel, second: XmpModel): XmpModel {
  const repeated = new Set([...(first.repeated ?? []), ...(second.repeated ?? [])]);
  const differing = new Set(first.differing);
  const [main, ...others] = first.subjects;
  const added = second.subjects
    .flatMap((subject) => subject.properties)
    .filter(({ ns, name, value }) => {
      const held = property(first, ns, name);
      if (held && !sameXmpValue(held, value))
        differing.add(`${first.prefixes.get(ns) ?? second.prefixes.get(ns) ?? ns}:${name}`);
      return !held;
    });
  const subject = { about: main?.about ?? '', properties: [...(main?.properties ?? []), ...added] };
  return {
    subjects: [subject, ...others],
    prefixes: new Map([...second.prefixes, ...first.prefixes]),
    ...(repeated.size > 0 ? { repeated: [...repeated] } : {}),
    ...(differing.size > 0 ? { differing: [...differing] } : {}),
  };
}
