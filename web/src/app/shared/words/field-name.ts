/** Units at the end of field names, as they are read. */
const UNITS: Readonly<Record<string, string>> = { mm: 'mm', cn: 'cN', spm: 'stitches a minute', nm: 'NM' };

/**
 * A field's path in readable form: list positions counted from one, and words instead of code.
 *
 * @example fieldName('body.layers.2.thicknessMm') // 'layers 3, thickness mm'
 */
export function fieldName(path: string): string {
  const parts = path.replace(/^(body|query|path)\./, '').split('.');
  return parts.reduce((name, part) => {
    if (/^\d+$/.test(part)) return `${name} ${Number(part) + 1}`;
    const words = part
      .split(/(?=[A-Z])/)
      .map((word) => UNITS[word.toLowerCase()] ?? word.toLowerCase())
      .filter((word) => word !== 'id');
    const read = words.join(' ') || part;
    return name === '' ? read : `${name}, ${read}`;
  }, '');
}
