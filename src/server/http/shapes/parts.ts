/** JSON Schemas of what the web application may send. Every text and list is bounded. */
export const text = (maxLength: number) => ({ type: 'string', maxLength });

export const id = { type: 'string', format: 'uuid' };

export const ids = { type: 'array', maxItems: 100_000, items: id };

export const object = (properties: object, required = Object.keys(properties)) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});

export const list = (items: object, maxItems: number) => ({ type: 'array', items, maxItems });

export const structure = { type: 'object', maxProperties: 40 };

export const baseVersion = { type: 'integer', minimum: 0 };

export const nullable = (shape: object) => ({ anyOf: [shape, { type: 'null' }] });
