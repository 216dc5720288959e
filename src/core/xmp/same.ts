import type { XmpProperty, XmpValue } from './model';

/** Whether two values say the same: unordered arrays and the members of structures in any order. */
export function sameXmpValue(a: XmpValue, b: XmpValue): boolean {
  return canonical(a) === canonical(b);
}

function canonical(value: XmpValue): string {
  const qualifiers = (value.qualifiers ?? []).map(named).sort().join(',');
  return `${qualifiers}|${content(value)}`;
}

function content(value: XmpValue): string {
  switch (value.kind) {
    case 'simple':
    case 'uri':
      return JSON.stringify([value.kind, value.text, value.lang ?? '']);
    case 'array': {
      const items = value.items.map(canonical);
      return `${value.form}[${(value.form === 'Seq' ? items : items.sort()).join(',')}]`;
    }
    case 'struct':
      return `{${value.fields.map(named).sort().join(',')}}`;
  }
}

function named({ ns, name, value }: XmpProperty): string {
  return `${JSON.stringify([ns, name])}:${canonical(value)}`;
}
