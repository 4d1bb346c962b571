import Query from 'sequelize/lib/dialects/mariadb/query';

interface Formats {
  formatResults(data: unknown): unknown;
}

/**
 * The MariaDB connector marks `meta` on a result non-configurable; Sequelize deletes it from raw results and fails.
 * Hands Sequelize a plain copy with an ordinary `meta` instead. Safe to call more than once.
 */
export function allowRawResults(): void {
  const prototype = (Query as unknown as { prototype: Formats & { allowsRaw?: true } }).prototype;
  if (prototype.allowsRaw) return;
  prototype.allowsRaw = true;
  const original = prototype.formatResults;
  prototype.formatResults = function (this: Formats, data: unknown) {
    return original.call(this, withPlainMeta(data));
  };
}

function withPlainMeta(data: unknown): unknown {
  if (typeof data !== 'object' || data === null) return data;
  const meta = Object.getOwnPropertyDescriptor(data, 'meta');
  if (!meta || meta.configurable) return data;
  const copy: object = Array.isArray(data) ? [...(data as unknown[])] : { ...data };
  Object.defineProperty(copy, 'meta', {
    value: meta.value,
    configurable: true,
    writable: true,
    enumerable: false,
  });
  return copy;
}
